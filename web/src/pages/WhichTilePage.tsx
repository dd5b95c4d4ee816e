/** Which tile, on a page to be shown or printed: every tile laid at its best start, side by side. */
import { useEditor } from "../job/useEditor";
import { Compared } from "../papers/WhichTilePaper";
import { PaperHead } from "../parts/PaperHead";

export function WhichTilePage() {
  const { view } = useEditor();
  return (
    <main className="mx-auto max-w-5xl px-4 py-4 print:max-w-none print:p-0">
      <PaperHead title={`${view.job.name}: which tile?`} />
      <p className="aside mb-2">
        Each tile is laid on this kitchen at its best start. To fix, and to decide; the smallest
        piece; what is cut; what is bought; on how many days somebody works.
      </p>
      <Compared />
    </main>
  );
}
