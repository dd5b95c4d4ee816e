/** What the survey asks to be measured again, what is open, what to know; each can be set aside. */
import type { DoubtText } from "../api/client";
import { useEditor } from "../job/useEditor";
import { Tape } from "../parts/Tape";
import { WithAWord } from "../parts/WithAWord";

const SIGN: Record<string, { says: string; look: string }> = {
  ask: { says: "? check", look: "bg-flag text-white" },
  open: { says: "… open", look: "bg-wax-pale text-wax" },
  note: { says: "i note", look: "bg-chalk-pale text-chalk" },
};

interface Props {
  /** Shows the field of a measure, on its wall. */
  onField: (pointer: string) => void;
  onThing: (wall: string, id: string) => void;
}

export function DoubtsPaper({ onField, onThing }: Props) {
  const { view } = useEditor();
  const standing = view.sheet.doubts.filter(({ aside }) => aside === null);
  const aside = view.sheet.doubts.filter(({ aside: why }) => why !== null);
  return (
    <>
      {standing.length === 0 && (
        <p className="py-3">
          Nothing to ask: every chain that was checked closes, and no two measures disagree.
        </p>
      )}
      <ul className="divide-y divide-rule">
        {standing.map((doubt) => (
          <Doubt key={doubt.id} doubt={doubt} onField={onField} onThing={onThing} />
        ))}
      </ul>
      {aside.length > 0 && (
        <details className="mt-3">
          <summary className="aside cursor-pointer">{aside.length} set aside</summary>
          <ul className="divide-y divide-rule">
            {aside.map((doubt) => (
              <Doubt key={doubt.id} doubt={doubt} onField={onField} onThing={onThing} />
            ))}
          </ul>
        </details>
      )}
    </>
  );
}

function Doubt({ doubt, onField, onThing }: Props & { doubt: DoubtText }) {
  const sign = SIGN[doubt.weight];
  const thing = doubt.places.find((place) => !place.includes(":") && place !== doubt.wall);
  return (
    <li className="px-1.5 py-1.5">
      <div className="flex items-start gap-2">
        <span
          className={`mt-0.5 w-14 shrink-0 rounded-sm px-1 text-center font-medium text-[12.5px] ${sign?.look}`}
        >
          {sign?.says}
        </span>
        <div className="grow">
          <button
            type="button"
            className="text-left font-medium hover:underline"
            title="Show it on the wall"
            onClick={() => onThing(doubt.wall, thing ?? "")}
          >
            <Tape text={doubt.title} />
          </button>{" "}
          <span className="aside">
            <Tape text={doubt.detail} />
          </span>
          {doubt.causes.length > 0 && (
            <ul className="mt-0.5 list-disc pl-5 text-[14px]">
              {doubt.causes.map((cause) => (
                <li key={cause}>
                  <Tape text={cause} />
                </li>
              ))}
            </ul>
          )}
          {doubt.look.length > 0 && (
            <p className="mt-1 flex flex-wrap items-center gap-1 text-[14px]">
              <span className="aside">Measure again:</span>
              {doubt.look.map((measure) => (
                <button
                  key={measure.pointer}
                  type="button"
                  className="rounded-sm border border-rule bg-white px-1.5 hover:border-pencil"
                  onClick={() => onField(measure.pointer)}
                >
                  {measure.asks}
                </button>
              ))}
            </p>
          )}
          <SetAside doubt={doubt} />
        </div>
      </div>
    </li>
  );
}

/** A doubt is set aside with a word why, which is kept in the job and can be taken back. */
function SetAside({ doubt }: { doubt: DoubtText }) {
  const { editor, draft } = useEditor();
  const others = (draft.set_aside ?? []).filter((aside) => aside.doubt !== doubt.id);
  if (doubt.aside !== null) {
    return (
      <p className="aside mt-0.5">
        Set aside: {doubt.aside}{" "}
        <button
          type="button"
          className="underline"
          onClick={() => editor.commit({ ...draft, set_aside: others }, "Doubt taken up again")}
        >
          Take up again
        </button>
      </p>
    );
  }
  if (doubt.weight === "note") return null;
  return (
    <WithAWord
      opens="Set aside…"
      openLook="aside mt-0.5 block underline"
      asks="Why it may stand"
      most={200}
      keeps="Set aside"
      formLook="mt-1"
      onSaid={(why) => {
        const set_aside = [...others, { doubt: doubt.id, why }];
        editor.commit({ ...draft, set_aside }, "Doubt set aside");
      }}
    />
  );
}
