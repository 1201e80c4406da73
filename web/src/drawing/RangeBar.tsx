import type { Estimate } from "../api/types";
import { COLOUR } from "./colours";

interface Props {
  figure: Estimate;
  /** What is needed (or allowed): a mark to compare with. */
  mark?: number;
  label: string;
}

/** A figure with its spread drawn: band from P10 to P90, a line at the typical, a wedge at what is needed. */
export function RangeBar({ figure, mark, label }: Props) {
  // zero is always on the line, at the left for what is above it
  const low = Math.min(figure.low, 0) * 1.12;
  const top = Math.max(figure.high, mark ?? 0, 0, low + 1e-9) * 1.12;
  const at = (v: number) => ((v - low) / (top - low)) * 200;
  return (
    <svg viewBox="0 0 200 20" className="h-5 w-full max-w-60" role="img" aria-label={label} preserveAspectRatio="none">
      <line x1={0} x2={200} y1={12} y2={12} stroke={COLOUR.pencil} strokeWidth={1} vectorEffect="non-scaling-stroke" />
      {low < 0 && <line x1={at(0)} x2={at(0)} y1={6} y2={18} stroke={COLOUR.pencil} strokeWidth={1} vectorEffect="non-scaling-stroke" />}
      <rect
        x={at(figure.low)}
        width={Math.max(at(figure.high) - at(figure.low), 1)}
        y={7}
        height={10}
        fill={COLOUR.tapePale}
        stroke={COLOUR.tape}
        strokeWidth={1}
        vectorEffect="non-scaling-stroke"
      />
      <line x1={at(figure.value)} x2={at(figure.value)} y1={4} y2={20} stroke={COLOUR.ink} strokeWidth={2.5} vectorEffect="non-scaling-stroke" />
      {mark !== undefined && mark > 0 && (
        <line x1={at(mark)} x2={at(mark)} y1={0} y2={20} stroke={COLOUR.gives} strokeWidth={2} strokeDasharray="3 2" vectorEffect="non-scaling-stroke" />
      )}
    </svg>
  );
}
