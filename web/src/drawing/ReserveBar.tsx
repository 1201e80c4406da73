import type { State } from "../api/types";
import { COLOUR } from "./colours";

const WIDTH = 96;
/** Reserves larger than this fill the bar. */
const MOST = 3;
const TONE: Record<State, { fill: string; stroke: string }> = {
  sound: { fill: COLOUR.tapePale, stroke: COLOUR.tape },
  close: { fill: COLOUR.kraftPale, stroke: COLOUR.kraft },
  "gives way": { fill: COLOUR.gives, stroke: COLOUR.gives },
};

/** How far the reserve reaches past what is needed; the mark is what is needed. */
export function ReserveBar({ reserve, state }: { reserve: number; state: State }) {
  const at = (r: number) => Math.min(r / MOST, 1) * WIDTH;
  return (
    <svg width={WIDTH + 2} height={14} aria-hidden="true" className="shrink-0">
      <rect x={0.5} y={3} width={at(reserve)} height={8} {...TONE[state]} />
      <line x1={at(1)} x2={at(1)} y1={0} y2={14} stroke={COLOUR.gives} strokeWidth={1.5} strokeDasharray="2 1.5" />
    </svg>
  );
}
