import type { Plan } from "../api/types";
import { polygon } from "./frame";
import { hatch, Hatches } from "./hatch";

/** Both halves of a wing, to a scale that wings in one list share. */
export function MiniWing({ plan, mmPerPixel, label }: { plan: Plan; mmPerPixel: number; label: string }) {
  const back = Math.max(...plan.outline.map((p) => p[1]!));
  const front = Math.min(0, ...plan.outline.map((p) => p[1]!));
  const pad = 3 * mmPerPixel;
  const [wide, tall] = [2 * (plan.half_span_mm + pad), back - front + 2 * pad];
  const id = `mini-${label.replace(/\W/g, "")}`;
  const half = (
    <>
      <polygon points={polygon(plan.outline)} fill="#ffffff" stroke="#1b2430" strokeWidth={1.4} vectorEffect="non-scaling-stroke" />
      {plan.pieces
        .filter((p) => p.on)
        .map((p) => (
          <polygon key={p.piece_id} points={polygon(p.polygon)} fill={hatch(id, p.family)} stroke="#1b2430" strokeWidth={0.5} vectorEffect="non-scaling-stroke" />
        ))}
    </>
  );
  return (
    <svg
      role="img"
      aria-label={`Plan of ${label}`}
      width={wide / mmPerPixel}
      height={tall / mmPerPixel}
      viewBox={`${-wide / 2} ${front - pad} ${wide} ${tall}`}
      className="max-w-full"
    >
      <Hatches id={id} u={mmPerPixel} />
      <g>{half}</g>
      <g transform="scale(-1 1)">{half}</g>
    </svg>
  );
}
