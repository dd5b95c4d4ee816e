/** What would cure a finding, each tried by planning it again; one press takes it, Undo takes it back. */
import { useQuery } from "@tanstack/react-query";
import { curesOptions } from "../api/queries";
import { useEditor } from "../job/useEditor";
import { Tape } from "../parts/Tape";

export function Cures({ surface, finding }: { surface: string; finding: string }) {
  const { editor, kept } = useEditor();
  const { data, isPending, error } = useQuery(curesOptions(kept, surface, finding));
  if (isPending) return <p className="aside pl-[5.1rem]">Trying what would fix it…</p>;
  if (error || !data) return null;
  if (data.length === 0) {
    return (
      <p className="aside px-1.5 pb-2 pl-[5.1rem]">
        Every fix tried causes another problem: other starts, bonds, joints and trims. Ask the
        client whether it may stand.
      </p>
    );
  }
  return (
    <ul className="space-y-1 px-1.5 pb-2 pl-[5.1rem]" aria-label="What would fix it">
      {data.map((cure) => (
        <li key={cure.title} className="flex items-baseline gap-2">
          <button
            type="button"
            className="button shrink-0"
            onClick={() => editor.commit(cure.job, `Fix: ${cure.title}`)}
          >
            Try
          </button>
          <span className="text-[14px]">
            <Tape text={cure.title} />: <span className="aside">{cure.gives}</span>
          </span>
        </li>
      ))}
    </ul>
  );
}
