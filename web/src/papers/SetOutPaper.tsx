/** The lines to strike on the wall before a tile is set, in the order in which one strikes them. */
import type { SettingOut, StruckLine } from "../api/client";
import { useWall } from "../job/useWall";
import { Tape } from "../parts/Tape";

export function SetOutPaper({ lines }: { lines: SettingOut | null }) {
  const { surface, counter } = useWall();
  if (!lines) return <p className="aside py-3">Calculating the lines…</p>;
  return (
    <>
      <p className="mb-2">
        <span className="font-medium">{surface.name}.</span> {lines.begin}
      </p>
      <p className="aside mb-2">
        {counter
          ? "Strike the first row's line along the front, and the start line square to it. Check the layers with a long level both ways first."
          : "Strike the level line first and check it with a laser or a long level. Before a batten or a screw goes in: find the cables and pipes behind the board."}
      </p>
      <Group title="Start line" lines={lines.start} />
      <Group
        title={
          counter
            ? "Rows, from the front edge back"
            : "Heights for the story pole, over the level line"
        }
        lines={lines.heights}
      />
      <Group title="Joints, from the left end" lines={lines.joints} />
      <Group title="Diagonals, by where they leave the tiled wall" lines={lines.diagonals ?? []} />
      <Group title="Areas" lines={lines.areas ?? []} />
      <Group title="Trim" lines={lines.trims} />
    </>
  );
}

function Group({ title, lines }: { title: string; lines: readonly StruckLine[] }) {
  if (lines.length === 0) return null;
  return (
    <section className="mb-2">
      <h3 className="heading">{title}</h3>
      <table className="w-full border-collapse text-left">
        <tbody>
          {lines.map((line) => (
            <tr key={line.what} className="border-rule border-t align-top">
              <th scope="row" className="w-56 pr-2 font-medium max-md:w-32">
                {line.what}
              </th>
              <td className="tape text-[16px] text-chalk">
                <Tape text={line.reads} />
              </td>
              <td className="aside pl-2">
                <Tape text={line.note ?? ""} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
