import type { Estimate } from "../api/types";
import { COLOUR } from "./colours";

interface Props {
  first: Estimate;
  hold: Estimate;
  /** Before which nothing may show, and to which it must hold. */
  load: number;
  needed: number;
  label: string;
}

/** First sign above, what it holds to below, on one line with what each is held against. */
export function StrengthLine({ first, hold, load, needed, label }: Props) {
  const top = Math.max(hold.high, first.high, needed) * 1.06;
  const at = (v: number) => (Math.max(0, v) / top) * 240;
  const band = (e: Estimate, y: number) => (
    <>
      <rect
        x={at(e.low)}
        width={Math.max(at(e.high) - at(e.low), 1)}
        y={y}
        height={9}
        fill={COLOUR.tapePale}
        stroke={COLOUR.tape}
        vectorEffect="non-scaling-stroke"
      />
      <line x1={at(e.value)} x2={at(e.value)} y1={y - 1.5} y2={y + 10.5} stroke={COLOUR.ink} strokeWidth={2.5} vectorEffect="non-scaling-stroke" />
    </>
  );
  const need = (v: number, y1: number, y2: number) => (
    <line x1={at(v)} x2={at(v)} y1={y1} y2={y2} stroke={COLOUR.gives} strokeWidth={2} strokeDasharray="3 2" vectorEffect="non-scaling-stroke" />
  );
  return (
    <svg viewBox="0 0 240 33" className="h-8 w-full max-w-80" role="img" aria-label={label} preserveAspectRatio="none">
      <line x1={0} x2={240} y1={16.5} y2={16.5} stroke={COLOUR.pencil} vectorEffect="non-scaling-stroke" />
      {band(first, 4)}
      {band(hold, 20)}
      {need(load, 0, 16.5)}
      {need(needed, 16.5, 33)}
    </svg>
  );
}
