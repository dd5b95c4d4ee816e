/** What every edge gets, as a list: the same numbers as on the drawing, with their courses. */
import { useWall } from "../job/useWall";
import { Tape } from "../parts/Tape";

export function EdgesPaper({ onPieces }: { onPieces: (pieces: readonly string[]) => void }) {
  const { sheet } = useWall();
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
              key={`${edge.edge} ${gets.size} ${gets.courses}`}
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
              <td className="aside">{gets.courses.replace(/^courses? /, "")}</td>
            </tr>
          )),
        )}
      </tbody>
    </table>
  );
}
