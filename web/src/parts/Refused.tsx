/** Why an answer was refused: each field with what is wrong with it. */
import { Refusal } from "../api/client";

interface Props {
  error: Error;
  title: string;
  /** What a field is called where the reader sees it. */
  named: (pointer: string) => string;
}

export function Refused({ error, title, named }: Props) {
  const problems = error instanceof Refusal ? (error.problem?.errors ?? []) : [];
  return (
    <div role="alert" className="my-2 border-flag border-l-4 bg-flag-pale px-2 py-1">
      <p className="font-medium">✗ {title}</p>
      {problems.length === 0 && <p>{error.message}</p>}
      <ul>
        {problems.map(({ pointer, message }) => (
          <li key={`${pointer} ${message}`}>
            {named(pointer)} {message}
          </li>
        ))}
      </ul>
    </div>
  );
}
