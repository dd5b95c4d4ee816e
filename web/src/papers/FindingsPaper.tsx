/** What an installer or a client would object to; picking one shows its pieces on the wall. */
import { Link } from "react-router";
import type { View } from "../api/client";
import { sayApproval } from "../job/approval";
import { useEditor } from "../job/useEditor";
import { Tape } from "../parts/Tape";
import { WithAWord } from "../parts/WithAWord";
import { Cures } from "./Cures";
import { Moves, WishedLink } from "./Moves";

type FindingText = View["sheet"]["findings"][number];

interface Props {
  chosen: string | null;
  /** `surface` is where the pieces are. */
  onChosen: (id: string | null, pieces: readonly string[], surface: string) => void;
  /** Shows the field of a rule, by its pointer. */
  onRule: (pointer: string) => void;
}

/** A finding is kept as it is, with who said so; that can be taken back. */
function Keep({ finding }: { finding: FindingText }) {
  const { editor, draft } = useEditor();
  const others = (draft.accepted ?? []).filter(
    (one) => one.surface !== finding.surface || one.finding !== finding.id,
  );
  const indent = "px-1.5 pb-2 pl-[5.1rem] text-[14px]";
  if (finding.accepted) {
    return (
      <p className={`${indent} aside`}>
        {finding.accepted} keeps it as it is.{" "}
        <button
          type="button"
          className="underline"
          onClick={() => editor.commit({ ...draft, accepted: others }, "Finding opened again")}
        >
          Open again
        </button>
      </p>
    );
  }
  return (
    <div className={indent}>
      <WithAWord
        opens="Keep it…"
        openLook="button"
        asks="Who says so"
        example="the client"
        most={80}
        keeps="Keep it"
        formLook=""
        onSaid={(by) => {
          const { surface, id, title } = finding;
          const kept = { surface, finding: id, says: title, by };
          editor.commit({ ...draft, accepted: [...others, kept] }, "Finding kept as it is");
        }}
      />
    </div>
  );
}

export function FindingsPaper({ chosen, onChosen, onRule }: Props) {
  const { editor, view } = useEditor();
  const { findings } = view.sheet;
  const approval = (
    <p className="mb-1">
      <Link className="button" to={`/jobs/${editor.id}/agree`}>
        {sayApproval(view.job)}
      </Link>
    </p>
  );
  if (findings.length === 0) {
    return (
      <>
        {approval}
        <p className="py-4">Nothing to fix or decide: no cut breaks a rule.</p>
        <WishedLink />
      </>
    );
  }
  return (
    <>
      {approval}
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
                  className={`mt-0.5 w-17 shrink-0 whitespace-nowrap rounded-sm px-1 text-center font-medium text-[12.5px] ${finding.accepted ? "bg-skim text-pencil-soft" : never ? "bg-flag text-white" : "bg-wax-pale text-wax"}`}
                >
                  {finding.accepted ? "✓ kept" : never ? "✗ fix" : "△ decide"}
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
                    <button
                      type="button"
                      className="aside block underline"
                      onClick={() => onRule(`/settings/${finding.setting}`)}
                    >
                      Change the rule: {finding.setting_name}
                    </button>
                  )}
                </p>
              )}
              {open && <Keep finding={finding} />}
              {open && !finding.accepted && (
                <Cures surface={finding.surface} finding={finding.id} />
              )}
            </li>
          );
        })}
      </ul>
      <Moves />
    </>
  );
}
