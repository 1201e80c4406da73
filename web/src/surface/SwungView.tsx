import type { SurfaceAnswer } from "../api/types";
import { polygon } from "../drawing/frame";
import { length, trim } from "../lib/show";
import { useUnits } from "../session";
import { COLOUR } from "../drawing/colours";

/** Each material by its own line: never by colour alone. */
const LOOKS: Record<SurfaceAnswer["swung"]["marks"][number]["kind"], { stroke: string; strokeWidth: number; strokeDasharray?: string }> = {
  tape: { stroke: COLOUR.tape, strokeWidth: 4 },
  paper: { stroke: COLOUR.pencil, strokeWidth: 3 },
  fibre: { stroke: COLOUR.ink, strokeWidth: 4, strokeDasharray: "3 3" },
  foam: { stroke: COLOUR.pencil, strokeWidth: 6 },
  leaf: { stroke: COLOUR.ink, strokeWidth: 3, strokeDasharray: "8 3" },
  glue: { stroke: COLOUR.kraft, strokeWidth: 3 },
  pin: { stroke: COLOUR.ink, strokeWidth: 2 },
};

/** The hinge in section, the surface swung as far as the slider says; the hinge itself as it lies there. */
export function SwungView({ swung, chord }: { swung: SurfaceAnswer["swung"]; chord: number }) {
  const units = useUnits();
  const depth = Math.max(...swung.polygons[0]!.map((p) => p[1]!)) - Math.min(...swung.polygons[0]!.map((p) => p[1]!));
  // the whole swing must fit, whatever the slider says
  const reach = Math.min(chord, 5 * depth) * 1.1;
  const [left, wide, tall] = [-1.6 * depth, 1.6 * depth + reach, 1.5 * reach];
  const middle = swung.polygons[0]!.reduce((sum, p) => sum + p[1]!, 0) / swung.polygons[0]!.length;
  return (
    <svg
      role="img"
      aria-label={`${swung.label} in section, swung ${trim(Math.abs(swung.at_deg), 0)} degrees ${swung.at_deg < 0 ? "up" : "down"}. Bevel ${trim(swung.bevel_deg, 0)} degrees, gap ${length(swung.gap_mm, units)}`}
      viewBox={`${left} ${-middle - tall / 2} ${wide} ${tall}`}
      className="h-64 w-full bg-sheet"
    >
      {swung.polygons.map((p, k) => (
        <polygon
          key={k}
          points={polygon(p.map((q) => [q[0]!, -q[1]!]))}
          fill={k ? COLOUR.kraftPale : COLOUR.paper}
          stroke={COLOUR.ink}
          strokeWidth={1.6}
          vectorEffect="non-scaling-stroke"
        />
      ))}
      {swung.marks.map((m, k) =>
        m.points.length === 1 ? (
          <circle
            key={k}
            cx={m.points[0]![0]}
            cy={-m.points[0]![1]!}
            r={m.radius}
            fill={LOOKS[m.kind].stroke}
            stroke={COLOUR.ink}
            strokeWidth={1}
            vectorEffect="non-scaling-stroke"
          />
        ) : (
          <polyline
            key={k}
            points={polygon(m.points.map((q) => [q[0]!, -q[1]!]))}
            fill="none"
            strokeLinejoin="round"
            {...LOOKS[m.kind]}
            vectorEffect="non-scaling-stroke"
          />
        ),
      )}
    </svg>
  );
}
