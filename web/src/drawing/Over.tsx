import { useRef } from "react";

import type { Plan, Slice } from "../api/types";
import { polygon, useWidth } from "./frame";
import { COLOURS, DASHES } from "./Plot";
import { COLOUR } from "./colours";

export interface Named<T> {
  name: string;
  drawn: T;
}

const INK = COLOUR.ink;

/** The same half wing with the pieces of several schemes drawn over each other, told apart by colour and dash. */
export function PlansOver({ plans }: { plans: Named<Plan>[] }) {
  const box = useRef<HTMLDivElement>(null);
  const width = useWidth(box);
  const first = plans[0]!.drawn;
  const xs = first.outline.map((p) => p[1]!);
  const [front, back] = [Math.min(...xs), Math.max(...xs)];
  const u = width ? Math.max(first.half_span_mm / Math.max(width - 24, 100), (back - front) / 240) : 1;
  const pad = 10 * u;
  return (
    <div ref={box}>
      <svg
        role="img"
        aria-label={`Plan with the pieces of ${plans.map((p) => p.name).join(", ")} over each other`}
        className="block w-full"
        style={{ height: (back - front + 2 * pad) / u }}
        viewBox={`${-pad} ${front - pad} ${Math.max(first.half_span_mm + 2 * pad, width * u)} ${back - front + 2 * pad}`}
      >
        <polygon points={polygon(first.outline)} fill={COLOUR.paper} stroke={INK} strokeWidth={1.5} vectorEffect="non-scaling-stroke" />
        {plans.map(({ name, drawn }, k) =>
          drawn.pieces
            .filter((p) => p.on)
            .map((p) => (
              <polygon
                key={`${name}-${p.piece_id}`}
                points={polygon(p.polygon)}
                fill={COLOURS[k]}
                fillOpacity={0.07}
                stroke={COLOURS[k]}
                strokeWidth={2}
                strokeDasharray={DASHES[k]}
                vectorEffect="non-scaling-stroke"
              />
            )),
        )}
      </svg>
    </div>
  );
}

/** The sections of several schemes at one place, over each other. */
export function SlicesOver({ slices }: { slices: Named<Slice>[] }) {
  const box = useRef<HTMLDivElement>(null);
  const width = useWidth(box);
  const first = slices[0]!.drawn;
  const zs = first.outline.map((p) => p[1]!);
  const [low, high] = [Math.min(...zs), Math.max(...zs)];
  const u = width ? Math.max(first.chord_mm / Math.max(width - 24, 120), (high - low) / 120) : 1;
  const pad = 12 * u;
  const up = (points: readonly (readonly number[])[]) => polygon(points.map((p) => [p[0]!, -p[1]!]));
  return (
    <div ref={box}>
      <svg
        role="img"
        aria-label={`Sections of ${slices.map((s) => s.name).join(", ")} over each other`}
        className="block w-full"
        style={{ height: (high - low + 2 * pad) / u }}
        viewBox={`${-pad} ${-high - pad} ${Math.max(first.chord_mm + 2 * pad, width * u)} ${high - low + 2 * pad}`}
      >
        <polygon points={up(first.outline)} fill={COLOUR.paper} stroke={INK} strokeWidth={1.2} vectorEffect="non-scaling-stroke" />
        {first.inside.length > 0 && (
          <polygon points={up(first.inside)} fill={COLOUR.board} stroke={COLOUR.pencil} strokeWidth={0.8} vectorEffect="non-scaling-stroke" />
        )}
        {slices.map(({ name, drawn }, k) =>
          drawn.pieces
            .filter((p) => p.on)
            .map((p, j) =>
              p.shape === "line" ? (
                <polyline
                  key={`${name}-${j}`}
                  points={up(p.points)}
                  fill="none"
                  stroke={COLOURS[k]}
                  strokeWidth={3}
                  strokeDasharray={DASHES[k]}
                  vectorEffect="non-scaling-stroke"
                />
              ) : (
                <polygon
                  key={`${name}-${j}`}
                  points={up(p.points)}
                  fill={COLOURS[k]}
                  fillOpacity={0.15}
                  stroke={COLOURS[k]}
                  strokeWidth={2}
                  strokeDasharray={DASHES[k]}
                  vectorEffect="non-scaling-stroke"
                />
              ),
            ),
        )}
      </svg>
    </div>
  );
}
