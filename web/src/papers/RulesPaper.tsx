/** The rules that the plan goes by, each with its reason, each changeable for this job. */
import { useQuery } from "@tanstack/react-query";
import type { Setting } from "../api/client";
import { settingsOptions, timesOptions } from "../api/queries";
import { LengthField } from "../parts/LengthField";
import { TextField } from "../parts/TextField";

export function RulesPaper() {
  const { data: settings } = useQuery(settingsOptions());
  const { data: times } = useQuery(timesOptions());
  return (
    <>
      <div className="grid gap-x-6 gap-y-2 md:grid-cols-2">
        {settings?.map((one) => (
          <Rule key={one.name} rule={one} under="/settings" />
        ))}
      </div>
      <h3 className="heading mt-4 mb-1">Waits and paces</h3>
      <div className="grid gap-x-6 gap-y-2 md:grid-cols-2">
        {times?.map((one) => (
          <Rule key={one.name} rule={one} under="/times" />
        ))}
      </div>
    </>
  );
}

function Rule({ rule, under }: { rule: Setting; under: string }) {
  const pointer = `${under}/${rule.name}`;
  const label = rule.label[0]?.toUpperCase() + rule.label.slice(1);
  if (rule.unit === "mm") return <LengthField {...{ pointer, label }} hint={rule.why} />;
  return <TextField pointer={pointer} label={`${label}, ${rule.unit}`} hint={rule.why} number />;
}
