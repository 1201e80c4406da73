import type { State } from "../api/types";

const WIDTH = 96;
/** Reserves larger than this fill the bar. */
const MOST = 3;
const TONE: Record<State, { fill: string; stroke: string }> = {
  sound: { fill: "#d5e4ec", stroke: "#1f5f85" },
  close: { fill: "#f3e3cf", stroke: "#8a4d16" },
  "gives way": { fill: "#a8201a", stroke: "#a8201a" },
};

/** How far the reserve reaches past what is needed; the mark is what is needed. */
export function ReserveBar({ reserve, state }: { reserve: number; state: State }) {
  const at = (r: number) => Math.min(r / MOST, 1) * WIDTH;
  return (
    <svg width={WIDTH + 2} height={14} aria-hidden="true" className="shrink-0">
      <rect x={0.5} y={3} width={at(reserve)} height={8} {...TONE[state]} />
      <line x1={at(1)} x2={at(1)} y1={0} y2={14} stroke="#a8201a" strokeWidth={1.5} strokeDasharray="2 1.5" />
    </svg>
  );
}
