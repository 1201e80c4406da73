import { useId, useRef } from "react";

import type { MountVerdict } from "../api/types";
import { COLOUR } from "../drawing/colours";
import { polygon, useWidth } from "../drawing/frame";
import { hatch, Hatches } from "../drawing/hatch";

/** Each role by its hatch, so that none is told by colour alone; a line by its stroke. */
const FAMILY: Record<string, string> = {
  foam: "foam",
  plate: "wood",
  glue: "film",
  metal: "metal",
  stick: "carbon",
  band: "tape",
  thing: "plastic",
};
const STROKE: Record<string, { stroke: string; width: number; dash?: string }> = {
  glue: { stroke: COLOUR.tape, width: 4 },
  metal: { stroke: COLOUR.ink, width: 3 },
  stick: { stroke: COLOUR.carbon, width: 4 },
  band: { stroke: COLOUR.kraft, width: 3 },
  plate: { stroke: COLOUR.kraft, width: 4 },
  way: { stroke: COLOUR.pencil, width: 1.5, dash: "6 4" },
};
/** What is drawn, in a word; said below it for what there is. */
const CALLED: Record<string, string> = {
  foam: "foam or wall",
  plate: "plate",
  glue: "glue",
  metal: "metal",
  stick: "stick or peg",
  band: "band or strap",
  thing: "what it holds",
  way: "pull",
};
const TALLEST = 230;

/** The mount true to scale. */
export function MountDrawing({ mount }: { mount: MountVerdict }) {
  const box = useRef<HTMLDivElement>(null);
  const width = useWidth(box);
  const id = useId();
  const shapes = mount.drawn ?? [];
  if (shapes.length === 0) return null;
  const points = shapes.flatMap((s) => s.points);
  const [left, right] = [Math.min(...points.map((p) => p[0])), Math.max(...points.map((p) => p[0]))];
  const [low, high] = [Math.min(...points.map((p) => p[1])), Math.max(...points.map((p) => p[1]))];
  const u = width ? Math.max((right - left) / Math.max(width - 24, 100), (high - low) / TALLEST) : 1;
  const pad = 8 * u;
  const roles = [...new Set(shapes.map((s) => s.role))].filter((r) => CALLED[r]);
  return (
    <div ref={box} className="border border-rule bg-faint">
      {width > 0 && (
        <svg
          viewBox={`${left - pad} ${-high - pad} ${right - left + 2 * pad} ${high - low + 2 * pad}`}
          className="mx-auto block max-w-full"
          style={{ width: (right - left + 2 * pad) / u, height: (high - low + 2 * pad) / u }}
          role="img"
          aria-label={`${mount.name}, ${mount.side}`}
        >
          <Hatches id={id} u={u} />
          {shapes.map((s, k) => {
            const flipped = s.points.map(([x, y]) => [x, -y]);
            if (s.line) {
              const { stroke, width: wide, dash } = STROKE[s.role] ?? STROKE.metal!;
              return (
                <polyline
                  key={k}
                  points={polygon(flipped)}
                  fill="none"
                  stroke={stroke}
                  strokeWidth={wide}
                  strokeDasharray={dash}
                  strokeLinejoin="round"
                  vectorEffect="non-scaling-stroke"
                />
              );
            }
            return (
              <polygon
                key={k}
                points={polygon(flipped)}
                fill={s.role === "hole" ? COLOUR.board : hatch(id, FAMILY[s.role] ?? "plastic")}
                stroke={COLOUR.ink}
                strokeWidth={1}
                vectorEffect="non-scaling-stroke"
              />
            );
          })}
        </svg>
      )}
      <p className="flex flex-wrap gap-x-4 gap-y-0.5 border-t border-rule bg-board px-2 py-1 text-[14px] text-pencil">
        <span>{mount.side}:</span>
        {roles.map((r) => (
          <span key={r} className="inline-flex items-center gap-1.5">
            <svg width={16} height={12} aria-hidden="true">
              <Hatches id={`${id}-${r}`} u={1} />
              {shapes.some((s) => s.role === r && !s.line) ? (
                <rect x={0.5} y={0.5} width={15} height={11} fill={hatch(`${id}-${r}`, FAMILY[r] ?? "plastic")} stroke={COLOUR.ink} strokeWidth={0.8} />
              ) : (
                <line x1={0} x2={16} y1={6} y2={6} stroke={STROKE[r]?.stroke} strokeWidth={STROKE[r]?.width} strokeDasharray={STROKE[r]?.dash} />
              )}
            </svg>
            {CALLED[r]}
          </span>
        ))}
      </p>
    </div>
  );
}
