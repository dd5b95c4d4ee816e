/** What else is worth keeping: a step done, a box opened, culls, a photograph, a word. */
import { useState } from "react";
import { Refusal } from "../api/client";
import { Select } from "../parts/Select";
import { useOnSite } from "./onSite";

const LONGEST_SIDE = 1600;
const QUALITY = 0.85;

export function Remarks() {
  const { site, note, server } = useOnSite();
  const [words, setWords] = useState("");
  const [step, setStep] = useState("");
  const [box, setBox] = useState({ name: "", lot: "", shade: "" });
  const [failed, setFailed] = useState("");
  const steps = site.steps.filter(({ done }) => !done);
  const send = async (file: File) => {
    setFailed("");
    try {
      const picture = await smaller(file);
      await server?.photograph(picture, words);
      setWords("");
    } catch (error) {
      const why = error instanceof Refusal ? error.reason : "";
      // Out of reach it waits; only where the browser has no room for it is it lost, and said so.
      const full = "did not reach the server, and this browser has no room left to keep it";
      setFailed(`The photograph was not kept: it ${why || full}. Try again.`);
    }
  };
  return (
    <section aria-label="Note" className="mt-3 grid gap-2">
      <h2 className="heading">Note</h2>
      <form
        className="grid grid-cols-[1fr_auto] gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (words.trim()) note({ kind: "remark", words });
          setWords("");
        }}
      >
        <input
          className="field min-h-12"
          aria-label="In words"
          placeholder="What differed from the plan, and why"
          maxLength={400}
          value={words}
          onChange={(event) => setWords(event.target.value)}
        />
        <button type="submit" className="button min-h-12">
          Note it
        </button>
      </form>
      {server && (
        <label className="button min-h-12">
          Photograph
          <input
            type="file"
            accept="image/jpeg,image/png,image/webp"
            capture="environment"
            className="sr-only"
            onChange={(event) => {
              const [file] = event.target.files ?? [];
              if (file) void send(file);
              event.target.value = "";
            }}
          />
        </label>
      )}
      {failed && (
        <p role="alert" className="border-flag border-l-4 bg-flag-pale p-1.5">
          ✗ {failed}
        </p>
      )}
      <div className="grid grid-cols-[1fr_auto_auto] gap-2">
        <Select
          label="Step"
          value={step}
          options={[
            { value: "", label: "A step of the work…" },
            ...steps.map((one) => ({ value: one.step, label: one.name })),
          ]}
          onChange={setStep}
        />
        <button
          type="button"
          className="button min-h-12"
          disabled={!step}
          onClick={() => {
            note({ kind: "step", step, event: "done", words: "" });
            setStep("");
          }}
        >
          Done
        </button>
        <button
          type="button"
          className="button min-h-12"
          disabled={!step}
          title="With what was written above as the reason"
          onClick={() => {
            note({ kind: "step", step, event: "left out", words });
            setStep("");
            setWords("");
          }}
        >
          Left out
        </button>
      </div>
      <form
        className="grid grid-cols-[1fr_1fr_1fr_auto] gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (box.name.trim()) note({ kind: "box", broken: 0, ...box });
          setBox({ name: "", lot: box.lot, shade: box.shade });
        }}
      >
        {(["name", "lot", "shade"] as const).map((field) => (
          <input
            key={field}
            className="field min-h-12"
            aria-label={`Box opened, ${field}`}
            placeholder={field === "name" ? "Box" : field}
            maxLength={80}
            value={box[field]}
            onChange={(event) => setBox({ ...box, [field]: event.target.value })}
          />
        ))}
        <button type="submit" className="button min-h-12">
          Opened
        </button>
      </form>
      <button
        type="button"
        className="button min-h-12"
        onClick={() => note({ kind: "culls", tiles: 1, words: "" })}
      >
        One tile put aside for cuts
      </button>
    </section>
  );
}

/** The picture made smaller before it is sent; as it is where the browser cannot read it. */
async function smaller(file: File): Promise<Blob> {
  try {
    const picture = await createImageBitmap(file, { imageOrientation: "from-image" });
    const by = Math.min(1, LONGEST_SIDE / Math.max(picture.width, picture.height));
    const canvas = document.createElement("canvas");
    canvas.width = Math.round(picture.width * by);
    canvas.height = Math.round(picture.height * by);
    canvas.getContext("2d")?.drawImage(picture, 0, 0, canvas.width, canvas.height);
    const made = await new Promise<Blob | null>((resolve) => {
      canvas.toBlob(resolve, "image/jpeg", QUALITY);
    });
    return made ?? file;
  } catch {
    return file;
  }
}
