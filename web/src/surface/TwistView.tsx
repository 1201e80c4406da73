import { useRef } from "react";

import type { SurfaceAnswer } from "../api/types";
import { polygon, useWidth } from "../drawing/frame";
import { length, trim } from "../lib/show";
import { useUnits } from "../session";
import { AsTable } from "../ui/AsTable";
import { COLOUR } from "../drawing/colours";

const INK = COLOUR.ink;
const PENCIL = COLOUR.pencil;

/**
 * The surface from above, true to scale, with its horn; below it, how far its rear edge is turned along its
 * length at full throw: what the horn asks, and what is left of it once the surface has twisted.
 */
export function TwistView({ answer }: { answer: SurfaceAnswer }) {
  const units = useUnits();
  const box = useRef<HTMLDivElement>(null);
  const width = useWidth(box);
  const { question: q, verdict } = answer;
  const [long, chord, throwDeg] = [q.length_mm ?? 0, q.chord_mm ?? 0, q.throw_deg ?? 0];
  const horn = (q.horn_at ?? 0) * long;
  const left = 62;
  const scale = Math.max((width || 640) - left - 14, 100) / long;
  const deep = Math.max(chord * scale, 14);
  const top = deep + 46;
  const tall = 96;
  const most = throwDeg * 1.08;
  const x = (y: number) => left + y * scale;
  const down = (deg: number) => top + (Math.min(Math.max(deg, 0), most) / most) * tall;
  const band = [
    ...verdict.along.map((t) => [x(t.y_mm), down(throwDeg - t.deg.low)]),
    ...[...verdict.along].reverse().map((t) => [x(t.y_mm), down(throwDeg - t.deg.high)]),
  ];
  const last = verdict.along[verdict.along.length - 1]!;
  return (
    <figure>
      <figcaption className="text-[15px]">
        <b className="font-medium">From above, and how far it is turned along its length</b>
        <span className="text-pencil"> at full throw and top speed</span>
      </figcaption>
      <div ref={box}>
        <svg
          role="img"
          aria-label={`The surface from above, horn ${length(horn, units)} from its inner end; of ${trim(throwDeg, 0)} degrees of throw its outer end is turned ${trim(Math.max(0, throwDeg - last.deg.value), 1)}`}
          width={width || 640}
          height={top + tall + 26}
          className="block max-w-full bg-sheet"
        >
          <rect x={x(0)} y={16} width={long * scale} height={deep} fill={COLOUR.kraftPale} stroke={INK} strokeWidth={1.4} />
          <line x1={x(0)} x2={x(long)} y1={16} y2={16} stroke={INK} strokeWidth={3} strokeDasharray="9 4" />
          <text x={4} y={20} fontSize={13} fill={PENCIL}>
            hinge
          </text>
          <path d={`M${x(horn)} ${16 - 10}v${Math.min(deep, 26) + 4}`} stroke={INK} strokeWidth={4} />
          <text x={x(horn) + (horn > long * 0.8 ? -7 : 7)} y={12} fontSize={13} textAnchor={horn > long * 0.8 ? "end" : "start"} fill={INK}>
            horn
          </text>
          <line x1={x(0)} x2={x(long)} y1={down(0)} y2={down(0)} stroke={COLOUR.rule} />
          <text x={4} y={down(0) + 5} fontSize={13} fill={PENCIL}>
            level
          </text>
          <polygon points={polygon(band)} fill={COLOUR.tapePale} stroke="none" />
          <line x1={x(0)} x2={x(long)} y1={down(throwDeg)} y2={down(throwDeg)} stroke={COLOUR.kraft} strokeWidth={2} strokeDasharray="7 4" />
          <polyline points={polygon(verdict.along.map((t) => [x(t.y_mm), down(throwDeg - t.deg.value)]))} fill="none" stroke={COLOUR.tape} strokeWidth={2.5} />
          <text x={4} y={down(throwDeg) + 5} fontSize={13} fill={COLOUR.kraft}>
            {trim(throwDeg, 0)}° asked
          </text>
          <text x={x(0)} y={top + tall + 22} fontSize={13} fill={PENCIL}>
            inner end
          </text>
          <text x={x(long)} y={top + tall + 22} fontSize={13} textAnchor="end" fill={PENCIL}>
            outer end; blue: what is turned, with its range
          </text>
        </svg>
      </div>
      <AsTable
        title="The twist as a table"
        head={["from its inner end", "turned", "lags behind the horn"]}
        rows={verdict.along.map((t) => [
          length(t.y_mm, units),
          `${trim(Math.max(0, throwDeg - t.deg.value), 1)}°`,
          `${trim(t.deg.value, 1)}° (${trim(t.deg.low, 1)} to ${trim(t.deg.high, 1)}°)`,
        ])}
      />
    </figure>
  );
}
