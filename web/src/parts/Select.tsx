/** A plain select of the job's things, in groups where they have titles. */
interface Option {
  value: string;
  label: string;
  /** It is a name that somebody gave, and stays in their words. */
  typed?: boolean;
  /** The title that it stands under; those of one group follow one another. */
  group?: string;
}

interface Props {
  label: string;
  value: string;
  options: readonly Option[];
  onChange: (value: string) => void;
}

export function Select({ label, value, options, onChange }: Props) {
  const groups = [...new Set(options.map(({ group }) => group))];
  return (
    <select
      aria-label={label}
      className="field w-auto min-w-0"
      value={value}
      onChange={(event) => onChange(event.target.value)}
    >
      {groups.map((title) => {
        const own = options
          .filter(({ group }) => group === title)
          .map((option) => (
            <option key={option.value} value={option.value} data-typed={option.typed}>
              {option.label}
            </option>
          ));
        return title ? (
          <optgroup key={title} label={title}>
            {own}
          </optgroup>
        ) : (
          own
        );
      })}
    </select>
  );
}
