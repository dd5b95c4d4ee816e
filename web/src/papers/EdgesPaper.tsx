/** What every edge gets, as a list: the same numbers as on the drawing, with their courses. */
import type { CornerText, SurfaceSheet } from "../api/client";
import { useEditor } from "../job/useEditor";
import { useWall } from "../job/useWall";
import { Tape } from "../parts/Tape";

export function EdgesPaper({ onPieces }: { onPieces: (pieces: readonly string[]) => void }) {
  const { sheet, wall } = useWall();
  const { view } = useEditor();
  const corners = view.sheet.corners.filter(
    ({ left, right }) => left === wall.id || right === wall.id,
  );
  return (
    <>
      {corners.map((corner) => (
        <Corner key={corner.name} corner={corner} onPieces={onPieces} />
      ))}
      <Edges sheet={sheet} onPieces={onPieces} />
    </>
  );
}

interface CornerProps {
  corner: CornerText;
  onPieces: (pieces: readonly string[]) => void;
}

/** A corner: what both fronts get, and how far they are from one tile folded round. */
function Corner({ corner, onPieces }: CornerProps) {
  return (
    <section aria-label={`Corner, ${corner.name}`} className="mb-3">
      <h3 className="heading">Corner, {corner.name}</h3>
      <p className="aside">
        <Tape text={corner.note} />
      </p>
      <ul>
        {corner.pairs.map((pair) => (
          <li key={pair.courses} className="border-rule border-t py-0.5">
            <button
              type="button"
              className="text-left hover:underline"
              title="Show these pieces on the wall"
              onClick={() => onPieces(pair.pieces)}
            >
              <span className="tape text-[17px] text-chalk">
                <Tape text={pair.left} /> | <Tape text={pair.right} />
              </span>{" "}
              <span className="aside">
                <Tape text={`${pair.says}; ${pair.courses}`} />
              </span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

interface EdgesProps {
  sheet: SurfaceSheet;
  onPieces: (pieces: readonly string[]) => void;
}

function Edges({ sheet, onPieces }: EdgesProps) {
  return (
    <table className="w-full border-collapse text-left">
      <thead className="aside">
        <tr>
          <th className="font-normal">At</th>
          <th className="font-normal">Piece</th>
          <th className="font-normal">Courses</th>
        </tr>
      </thead>
      <tbody>
        {sheet.edges.map((edge) =>
          edge.gets.map((gets, row) => (
            <tr
              key={`${edge.edge} ${gets.size} ${gets.note} ${gets.courses}`}
              className={row === 0 ? "border-rule border-t" : ""}
            >
              <th scope="row" className="pr-2 align-top font-medium">
                {row === 0 ? edge.name : ""}
              </th>
              <td className="pr-2 whitespace-nowrap">
                <button
                  type="button"
                  className="hover:underline"
                  title="Show these pieces on the wall"
                  onClick={() => onPieces(gets.pieces)}
                >
                  <span className="tape text-[17px] text-chalk">
                    <Tape text={gets.size} />
                  </span>{" "}
                  <span className="aside">{gets.note}</span>
                </button>
              </td>
              <td className="aside">{gets.courses}</td>
            </tr>
          )),
        )}
      </tbody>
    </table>
  );
}
