/** Small drawings of how a thing is done, where one says more than words. */
import type { ReactNode } from "react";
import { CHALK, MATERIALS, PAPER, PENCIL, SKIM, SLAB } from "../palette";

/** Each sketch: what it shows in words, and the drawing itself in a box of 120 x 70. */
const SKETCHES: Record<string, { says: string; drawn: ReactNode }> = {
  comb: {
    says: "A notched comb held at about 45 degrees to the wall, drawn one way through the bed",
    drawn: (
      <>
        <rect x={4} y={8} width={8} height={56} fill={SKIM} stroke={PENCIL} />
        {[14, 22, 30, 38, 46].map((y) => (
          <path
            key={y}
            d={`M12 ${y}q10 3 0 6`}
            fill={MATERIALS.mortar}
            stroke={PENCIL}
            strokeWidth={0.8}
          />
        ))}
        <path d="M13 56l34 -30" stroke={PENCIL} strokeWidth={3} />
        <path d="M44 28l16 -8l4 8l-14 8z" fill={MATERIALS.wood} stroke={PENCIL} />
        <path d="M26 64a20 20 0 0 1 -8 -8" fill="none" stroke={CHALK} />
        <text x={30} y={64} fontSize={11} fill={CHALK}>
          45°
        </text>
        <path d="M70 60v-40m-4 7l4 -7l4 7" fill="none" stroke={CHALK} strokeWidth={1.6} />
        <text x={79} y={44} fontSize={11} fill={CHALK}>
          one way
        </text>
      </>
    ),
  },
  float: {
    says: "A float pushed on the slant across the joints",
    drawn: (
      <>
        {[0, 1, 2].map((row) =>
          [0, 1, 2].map((column) => (
            <rect
              key={`${row} ${column}`}
              x={6 + column * 30 + (row % 2) * 12}
              y={8 + row * 19}
              width={27}
              height={16}
              fill={SKIM}
              stroke={PENCIL}
              strokeWidth={0.8}
            />
          )),
        )}
        <rect
          x={34}
          y={26}
          width={46}
          height={10}
          fill={MATERIALS.wood}
          stroke={PENCIL}
          transform="rotate(-40 57 31)"
        />
        <path d="M66 52l26 -26m-9 1l9 -1l-1 9" fill="none" stroke={CHALK} strokeWidth={1.8} />
      </>
    ),
  },
  wedge: {
    says: "A wedge under the tile's lower edge, on the counter, and a level on top",
    drawn: (
      <>
        <rect x={4} y={58} width={112} height={8} fill={SLAB} />
        <rect x={16} y={24} width={42} height={28} fill={SKIM} stroke={PENCIL} />
        <rect x={62} y={24} width={42} height={28} fill={SKIM} stroke={PENCIL} />
        <path d="M22 58l14 0l0 -6z" fill={MATERIALS.wood} stroke={PENCIL} />
        <path d="M80 58l14 0l0 -6z" fill={MATERIALS.wood} stroke={PENCIL} />
        <rect x={12} y={14} width={96} height={9} fill={PAPER} stroke={CHALK} />
        <circle cx={60} cy={18.5} r={3} fill="none" stroke={CHALK} />
      </>
    ),
  },
  tester: {
    says: "A tester lights at a live point, then not at the device, then at the live point again",
    drawn: (
      <>
        {[18, 60, 102].map((at, n) => (
          <g key={at}>
            <rect x={at - 10} y={16} width={20} height={28} fill={PAPER} stroke={PENCIL} />
            <path d={`M${at - 3} 24v5m6 -5v5`} stroke={PENCIL} strokeWidth={1.6} />
            <circle
              cx={at}
              cy={54}
              r={5}
              fill={n === 1 ? "none" : MATERIALS.brass}
              stroke={PENCIL}
            />
            <text x={at} y={12} textAnchor="middle" fontSize={10} fill={CHALK}>
              {n === 1 ? "device" : "live"}
            </text>
          </g>
        ))}
        <path d="M32 30h14m-4 -3l4 3l-4 3M74 30h14m-4 -3l4 3l-4 3" fill="none" stroke={CHALK} />
      </>
    ),
  },
  sealant: {
    says: "A bead of sealant between tile and counter, taped on both sides",
    drawn: (
      <>
        <rect x={30} y={6} width={14} height={42} fill={SKIM} stroke={PENCIL} />
        <rect x={10} y={54} width={100} height={12} fill={SLAB} />
        <path d="M30 54q2 -2 14 -6q3 6 12 6z" fill={MATERIALS.mortar} stroke={PENCIL} />
        <path d="M46 44v-20" stroke={CHALK} strokeWidth={3} />
        <path d="M60 53h30" stroke={CHALK} strokeWidth={3} />
        <text x={54} y={30} fontSize={11} fill={CHALK}>
          tape
        </text>
      </>
    ),
  },
  batten: {
    says: "A level batten over the gap, screwed into studs, carries the first course",
    drawn: (
      <>
        <rect x={4} y={46} width={24} height={20} fill={SLAB} />
        <rect x={92} y={46} width={24} height={20} fill={SLAB} />
        <rect x={28} y={38} width={64} height={8} fill={MATERIALS.wood} stroke={PENCIL} />
        {[38, 60, 82].map((at) => (
          <circle key={at} cx={at} cy={42} r={1.8} fill={PENCIL} />
        ))}
        {[28, 50, 72].map((at) => (
          <rect key={at} x={at} y={18} width={20} height={19} fill={SKIM} stroke={PENCIL} />
        ))}
        <path d="M60 64v-14m-3 4l3 -4l3 4" fill="none" stroke={CHALK} />
      </>
    ),
  },
};

export function Sketch({ of }: { of: string }) {
  const sketch = SKETCHES[of];
  if (!sketch) return null;
  return (
    <svg
      viewBox="0 0 120 70"
      width={144}
      height={84}
      className="shrink-0 border border-rule bg-paper"
      role="img"
      aria-label={sketch.says}
    >
      <title>{sketch.says}</title>
      {sketch.drawn}
    </svg>
  );
}
