import type { SurfaceAnswer } from "../api/types";
import { polygon } from "../drawing/frame";
import { length, trim } from "../lib/show";
import { useUnits } from "../session";

/** The hinge in section, the surface swung as far as the slider says; the hinge itself is the dark dot. */
export function SwungView({ swung, chord }: { swung: SurfaceAnswer["swung"]; chord: number }) {
  const units = useUnits();
  const depth = Math.max(...swung.polygons[0]!.map((p) => p[1]!)) - Math.min(...swung.polygons[0]!.map((p) => p[1]!));
  // the whole swing must fit, whatever the slider says
  const reach = Math.min(chord, 5 * depth) * 1.1;
  const [left, wide, tall] = [-1.6 * depth, 1.6 * depth + reach, 1.5 * reach];
  const middle = swung.polygons[0]!.reduce((sum, p) => sum + p[1]!, 0) / swung.polygons[0]!.length;
  return (
    <svg role="img" aria-label={`${swung.label} in section, swung ${trim(Math.abs(swung.at_deg), 0)} degrees ${swung.at_deg < 0 ? "up" : "down"}. Bevel ${trim(swung.bevel_deg, 0)} degrees, gap ${length(swung.gap_mm, units)}`} viewBox={`${left} ${-middle - tall / 2} ${wide} ${tall}`} className="h-64 w-full bg-sheet">
      {swung.polygons.map((p, k) => (
        <polygon key={k} points={polygon(p.map((q) => [q[0]!, -q[1]!]))} fill={k ? "#eddcc8" : "#ffffff"} stroke="#1b2430" strokeWidth={1.6} vectorEffect="non-scaling-stroke" />
      ))}
      <circle cx={0} cy={0} r={depth / 12} fill="#1b2430" />
    </svg>
  );
}
