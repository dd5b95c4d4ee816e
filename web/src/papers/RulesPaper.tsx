/** The rules that the plan goes by, each with its reason, each changeable for this job. */
import { useQuery } from "@tanstack/react-query";
import { settingsOptions } from "../api/queries";
import { LengthField } from "../parts/LengthField";
import { TextField } from "../parts/TextField";

export function RulesPaper() {
  const { data } = useQuery(settingsOptions());
  return (
    <div className="grid gap-x-6 gap-y-2 md:grid-cols-2">
      {data?.map((setting) => {
        const pointer = `/settings/${setting.name}`;
        const label = setting.label[0]?.toUpperCase() + setting.label.slice(1);
        return setting.unit === "mm" ? (
          <LengthField key={setting.name} {...{ pointer, label }} hint={setting.why} />
        ) : (
          <TextField
            key={setting.name}
            pointer={pointer}
            label={`${label}, ${setting.unit}`}
            hint={setting.why}
            number
          />
        );
      })}
    </div>
  );
}
