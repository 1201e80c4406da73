import { useId } from "react";

import type { Offer } from "../api/types";
import { polygon } from "./frame";
import { hatch, Hatches } from "./hatch";
import { COLOUR } from "./colours";

const WIDTH = 118;

/** A small true section with what lies in it; depth and films are drawn larger so that they can be seen. */
export function MiniSection({ section }: { section: Offer["section"] }) {
  const id = useId().replace(/\W/g, "");
  const u = section.chord_mm / (WIDTH - 6);
  const tall = 1.5;
  const up = (points: readonly (readonly number[])[]) => points.map((p) => [p[0]!, -p[1]! * tall]);
  const zs = section.outline.map((p) => p[1]! * tall);
  const [low, high] = [Math.min(...zs), Math.max(...zs)];
  const pad = 4 * u;
  return (
    <svg
      width={WIDTH}
      height={Math.max((high - low + 2 * pad) / u, 12)}
      viewBox={`${-3 * u} ${-high - pad} ${WIDTH * u} ${high - low + 2 * pad}`}
      aria-hidden="true"
      className="shrink-0"
    >
      <Hatches id={id} u={u} />
      <polygon points={polygon(up(section.outline))} fill={COLOUR.paper} stroke={COLOUR.pencil} strokeWidth={1} vectorEffect="non-scaling-stroke" />
      {section.inside.length > 0 && (
        <polygon points={polygon(up(section.inside))} fill={COLOUR.board} stroke={COLOUR.pencil} strokeWidth={0.8} vectorEffect="non-scaling-stroke" />
      )}
      {section.pieces.map((p, k) =>
        p.shape === "line" ? (
          <polyline
            key={k}
            points={polygon(up(p.points))}
            fill="none"
            stroke={p.family === "tape" ? COLOUR.kraft : COLOUR.tape}
            strokeWidth={2.5}
            vectorEffect="non-scaling-stroke"
          />
        ) : (
          <g key={k}>
            <polygon points={polygon(up(p.points))} fill={hatch(id, p.family)} stroke={COLOUR.ink} strokeWidth={1} vectorEffect="non-scaling-stroke" />
            {p.hole && p.hole.length > 0 && (
              <polygon points={polygon(up(p.hole))} fill={COLOUR.paper} stroke={COLOUR.ink} strokeWidth={0.7} vectorEffect="non-scaling-stroke" />
            )}
          </g>
        ),
      )}
    </svg>
  );
}
