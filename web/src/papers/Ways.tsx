/** Where methods differ, and this job raises the question: each way, with what it is for. */
import { replaced } from "../job/pointer";
import { useEditor, useTakes } from "../job/useEditor";

interface Props {
  /** The questions that are asked here. */
  only?: ReadonlySet<string>;
  /** Questions that are asked elsewhere. */
  without?: ReadonlySet<string>;
}

export function Ways({ only, without }: Props) {
  const { editor, draft } = useEditor();
  const ways = useTakes().sheet.ways.filter(
    ({ question }) => (only?.has(question) ?? true) && !without?.has(question),
  );
  if (ways.length === 0) return null;
  return (
    <section aria-label="Choose a method" className="md:col-span-2">
      <h3 className="heading mb-1">Choose a method</h3>
      <div className="grid gap-x-6 gap-y-2 md:grid-cols-2">
        {ways.map(({ question, asks, chosen, ways: each }) => (
          <fieldset key={question}>
            <legend className="font-medium">{asks}</legend>
            {each.map(({ value, says, why }, index) => (
              <label key={value} className="flex items-baseline gap-1.5 text-sm">
                <input
                  type="radio"
                  name={`way-${question}`}
                  checked={value === (draft.ways?.[question] ?? chosen)}
                  onChange={() =>
                    editor.commit(
                      replaced(draft, "/ways", { ...draft.ways, [question]: value }),
                      `${asks}: ${says}`,
                    )
                  }
                />
                <span>
                  {says}
                  {index === 0 && <span className="text-chalk"> (usual)</span>}
                  <span className="aside">: {why}</span>
                </span>
              </label>
            ))}
          </fieldset>
        ))}
      </div>
    </section>
  );
}
