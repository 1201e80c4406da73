import type { Stand } from "../api/types";

/** An aircraft from above, to a scale that all in one list share. */
export function MiniAircraft({ stand, mmPerPixel }: { stand: Stand; mmPerPixel: number }) {
  const polygons = stand.parts.flatMap((part) => part.plan);
  const back = Math.max(...polygons.flat().map((p) => p[1]));
  const front = Math.min(0, ...polygons.flat().map((p) => p[1]));
  const pad = 3 * mmPerPixel;
  const [wide, tall] = [stand.span_mm + 2 * pad, back - front + 2 * pad];
  return (
    <svg
      role="img"
      aria-label={`Plan of ${stand.name}`}
      width={wide / mmPerPixel}
      height={tall / mmPerPixel}
      viewBox={`${-wide / 2} ${front - pad} ${wide} ${tall}`}
      className="max-w-full"
    >
      {stand.parts.map((part) => (
        <g key={part.part}>
          {part.plan.map((polygon, k) => (
            <polygon
              key={k}
              points={polygon.map((p) => p.join(",")).join(" ")}
              className="fill-sheet stroke-ink"
              strokeWidth={1.4}
              vectorEffect="non-scaling-stroke"
            />
          ))}
          {part.pieces.map((polygon, k) => (
            <polygon
              key={k}
              points={polygon.map((p) => p.join(",")).join(" ")}
              className="fill-ink stroke-ink"
              fillOpacity={0.55}
              strokeWidth={0.5}
              vectorEffect="non-scaling-stroke"
            />
          ))}
        </g>
      ))}
    </svg>
  );
}
