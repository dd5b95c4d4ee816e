/** What there is to cut with, and when cuts are made: it decides the tool and the stage of each. */
import { replaced } from "../job/pointer";
import { useEditor } from "../job/useEditor";
import { Ways } from "./Ways";

const TOOLS = ["snap cutter", "wet saw", "grinder", "jigsaw", "nippers", "shears"] as const;

export function ToolsPaper() {
  const { editor, draft, view } = useEditor();
  const have = new Set<string>(draft.tools ?? view.job.tools ?? []);
  return (
    <div className="space-y-3">
      <fieldset>
        <legend className="heading mb-1">Tools at hand</legend>
        <div className="flex flex-wrap gap-3">
          {TOOLS.map((tool) => (
            <label key={tool} className="flex items-center gap-1.5 text-sm">
              <input
                type="checkbox"
                checked={have.has(tool)}
                onChange={(event) =>
                  editor.commit(
                    replaced(
                      draft,
                      "/tools",
                      TOOLS.filter((one) => (one === tool ? event.target.checked : have.has(one))),
                    ),
                    "Tools at hand",
                  )
                }
              />
              {tool}
            </label>
          ))}
        </div>
      </fieldset>
      <Ways only={WAYS_OF_CUTTING} />
    </div>
  );
}

export const WAYS_OF_CUTTING: ReadonlySet<string> = new Set(["cuts", "sheets"]);
