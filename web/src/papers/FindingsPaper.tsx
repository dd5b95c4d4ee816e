/** What an installer or a client would object to; picking one shows its pieces on the wall. */
import { useEditor } from "../job/useEditor";
import { Tape } from "../parts/Tape";
import { Cures } from "./Cures";

interface Props {
  chosen: string | null;
  /** `surface` is where the pieces are. */
  onChosen: (id: string | null, pieces: readonly string[], surface: string) => void;
}

export function FindingsPaper({ chosen, onChosen }: Props) {
  const { view } = useEditor();
  const { findings } = view.sheet;
  if (findings.length === 0) {
    return <p className="py-4">Nothing to fix or decide: no cut breaks a rule.</p>;
  }
  return (
    <ul className="divide-y divide-rule">
      {findings.map((finding) => {
        const open = chosen === finding.id;
        const never = finding.weight === "never";
        return (
          <li key={finding.id} className={open ? "bg-chalk-pale" : ""}>
            <button
              type="button"
              aria-expanded={open}
              className="flex w-full items-start gap-2 px-1.5 py-1.5 text-left hover:bg-skim"
              onClick={() =>
                onChosen(open ? null : finding.id, open ? [] : finding.pieces, finding.surface)
              }
            >
              <span
                className={`mt-0.5 w-17 shrink-0 whitespace-nowrap rounded-sm px-1 text-center font-medium text-[12.5px] ${never ? "bg-flag text-white" : "bg-wax-pale text-wax"}`}
              >
                {never ? "✗ fix" : "△ decide"}
              </span>
              <span>
                <span className="font-medium">
                  <Tape text={finding.title} />
                </span>{" "}
                <span className="aside">
                  <Tape text={finding.detail} />
                </span>
              </span>
            </button>
            {open && (
              <p className="px-1.5 pb-2 pl-[5.1rem] text-[14px]">
                <Tape text={finding.rule} />
                {finding.seen && <span className="block">{finding.seen}</span>}
                {finding.setting && (
                  <span className="aside block">Rule “{finding.setting_name}”, under Rules.</span>
                )}
              </p>
            )}
            {open && <Cures surface={finding.surface} finding={finding.id} />}
          </li>
        );
      })}
    </ul>
  );
}
