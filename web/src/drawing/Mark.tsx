import { COLOURS, DASHES } from "./Plot";

/** How a scheme is drawn, beside its name. */
export function Mark({ k }: { k: number }) {
  return (
    <svg width={34} height={8} aria-hidden="true" className="inline-block">
      <line x1={0} x2={34} y1={4} y2={4} stroke={COLOURS[k]} strokeWidth={3} strokeDasharray={DASHES[k]} />
    </svg>
  );
}
