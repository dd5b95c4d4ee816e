/** A decision that is kept with a word: a button opens the field for it, Escape closes it again. */
import { useState } from "react";

interface Props {
  /** What the button says that opens the field. */
  opens: string;
  openLook: string;
  /** What the field asks for. */
  asks: string;
  example?: string;
  most: number;
  /** What the button says that keeps it. */
  keeps: string;
  formLook: string;
  onSaid: (word: string) => void;
}

export function WithAWord(props: Props) {
  const { opens, openLook, asks, example, most, keeps, formLook, onSaid } = props;
  const [word, setWord] = useState<string | null>(null);
  if (word === null) {
    return (
      <button type="button" className={openLook} onClick={() => setWord("")}>
        {opens}
      </button>
    );
  }
  return (
    <form
      className={`${formLook} flex gap-1`}
      onSubmit={(event) => {
        event.preventDefault();
        if (word.trim()) onSaid(word.trim());
      }}
    >
      <input
        // biome-ignore lint/a11y/noAutofocus: it opens because its button was pressed
        autoFocus
        className="field"
        aria-label={asks}
        placeholder={example ? `${asks}, such as: ${example}` : asks}
        maxLength={most}
        value={word}
        onChange={(event) => setWord(event.target.value)}
        onKeyDown={(event) => {
          if (event.key === "Escape") setWord(null);
        }}
      />
      <button type="submit" className="button" disabled={!word.trim()}>
        {keeps}
      </button>
    </form>
  );
}
