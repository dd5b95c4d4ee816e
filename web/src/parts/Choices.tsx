/** A row of choices of which one holds; arrow keys move, as in any group of radios. */
import { Radio, RadioGroup } from "@headlessui/react";
import type { ReactNode } from "react";

export interface Choice<T extends string> {
  value: T;
  label: string;
  picture?: ReactNode;
}

interface Props<T extends string> {
  label: string;
  value: T;
  choices: readonly Choice<T>[];
  onChange: (value: T) => void;
}

export function Choices<T extends string>({ label, value, choices, onChange }: Props<T>) {
  return (
    <RadioGroup
      value={value}
      onChange={onChange}
      aria-label={label}
      className="flex flex-wrap gap-1"
    >
      {choices.map((choice) => (
        <Radio
          key={choice.value}
          value={choice.value}
          className="flex min-h-8 cursor-pointer items-center gap-1.5 rounded-sm border border-rule bg-paper px-2 py-0.5 font-medium text-sm hover:border-pencil data-checked:border-pencil data-checked:bg-pencil data-checked:text-white"
        >
          {choice.picture}
          {choice.label}
        </Radio>
      ))}
    </RadioGroup>
  );
}
