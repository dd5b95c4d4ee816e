/** The rules that the plan goes by, each with its reason, each changeable for this job. */
import { useQuery } from "@tanstack/react-query";
import type { OwnRule, Setting } from "../api/client";
import { ownRulesOptions, settingsOptions, timesOptions } from "../api/queries";
import { replaced } from "../job/pointer";
import { useEditor } from "../job/useEditor";
import { LengthField } from "../parts/LengthField";
import { TextField } from "../parts/TextField";

export function RulesPaper() {
  const { data: settings } = useQuery(settingsOptions());
  const { data: own } = useQuery(ownRulesOptions());
  return (
    <div className="grid gap-x-6 gap-y-2 md:grid-cols-2">
      {settings?.map((one) => (
        <div key={one.name}>
          <Rule rule={one} under="/settings" />
          <Own rule={own?.find(({ name }) => name === one.name)} />
        </div>
      ))}
    </div>
  );
}

/** How long things dry and set, and how long the work takes. */
export function WaitsPaper() {
  const { data: times } = useQuery(timesOptions());
  return (
    <div className="grid gap-x-6 gap-y-2 md:grid-cols-2">
      {times?.map((one) => (
        <Rule key={one.name} rule={one} under="/times" />
      ))}
    </div>
  );
}

/** What one's own jobs before say of a rule, to be taken for this one. */
function Own({ rule }: { rule: OwnRule | undefined }) {
  const { editor, draft, view } = useEditor();
  const pointer = `/settings/${rule?.name}`;
  if (!rule || view.job.settings?.[rule.name as "pace"] === rule.value) return null;
  return (
    <p className="flex flex-wrap items-center gap-2 text-wax">
      {rule.says}
      <button
        type="button"
        className="button"
        onClick={() => editor.commit(replaced(draft, pointer, rule.value), `Own ${rule.name}`)}
      >
        Use it
      </button>
    </p>
  );
}

function Rule({ rule, under }: { rule: Setting; under: string }) {
  const pointer = `${under}/${rule.name}`;
  const label = rule.label[0]?.toUpperCase() + rule.label.slice(1);
  if (rule.unit === "mm") return <LengthField {...{ pointer, label }} hint={rule.why} />;
  return <TextField pointer={pointer} label={`${label}, ${rule.unit}`} hint={rule.why} number />;
}
