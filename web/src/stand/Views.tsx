import type { Stand, StandPart } from "../api/types";
import { length } from "../lib/show";
import { useUnits } from "../session";

type Points = StandPart["plan"][number];

/** Room round the views, as a share of the span. */
const GAP = 0.05;

function bounds(polygons: Points[]): { low: [number, number]; high: [number, number] } {
  const all = polygons.flat();
  const [a, b] = [all.map((p) => p[0]), all.map((p) => p[1])];
  return { low: [Math.min(...a), Math.min(...b)], high: [Math.max(...a), Math.max(...b)] };
}

function points(polygon: Points, up: boolean): string {
  return polygon.map(([a, b]) => `${a},${up ? -b : b}`).join(" ");
}

interface ViewProps {
  parts: StandPart[];
  of: "plan" | "side" | "front";
  name: string;
  at: [number, number];
  u: number;
  lit: string | null;
  onPress?: (part: StandPart) => void;
}

function View({ parts, of, name, at, u, lit, onPress }: ViewProps) {
  const up = of !== "plan";
  return (
    <g transform={`translate(${at[0]} ${at[1]})`} aria-label={name}>
      {parts.map((part) => (
        <g key={part.part} className={onPress ? "cursor-pointer" : undefined} onClick={onPress && (() => onPress(part))}>
          {part[of].map((polygon, k) => (
            <polygon
              key={k}
              points={points(polygon, up)}
              className={`stroke-ink ${lit === part.part ? "fill-kraft-pale" : "fill-sheet"}`}
              strokeWidth={1.4 * u}
              strokeLinejoin="round"
            />
          ))}
          {of === "plan" &&
            part.pieces.map((polygon, k) => (
              <polygon key={k} points={points(polygon, false)} className="fill-ink stroke-ink" fillOpacity={0.55} strokeWidth={0.4 * u} />
            ))}
        </g>
      ))}
    </g>
  );
}

/** The whole aircraft from above, from the side and from the front, to one scale, with the weakest place of each part flagged. */
export function Views({ stand, lit, onPress }: { stand: Stand; lit: string | null; onPress: (part: StandPart) => void }) {
  const units = useUnits();
  const { parts } = stand;
  const gap = GAP * stand.span_mm + 10;
  const [plan, side, front] = (["plan", "side", "front"] as const).map((of) => bounds(parts.flatMap((p) => p[of])));
  const span = (view: typeof plan, axis: 0 | 1) => view!.high[axis] - view!.low[axis];
  const width = Math.max(span(plan, 0), span(front, 0), span(side, 0)) + 2 * gap;
  const u = width / 760;
  const note = 22 * u;
  // one under the other: from above, from the front, from the side
  const tops = [gap * 0.6, 0, 0];
  tops[1] = tops[0]! + span(plan, 1) + note + gap * 0.5;
  tops[2] = tops[1] + span(front, 1) + note + gap * 0.5;
  const height = tops[2] + span(side, 1) + note + gap * 0.3;
  const planAt: [number, number] = [gap - plan!.low[0], tops[0]! - plan!.low[1]];
  const frontAt: [number, number] = [gap - front!.low[0], tops[1] + front!.high[1]];
  const sideAt: [number, number] = [gap - side!.low[0], tops[2] + side!.high[1]];
  const tail = parts.length > 1 && !parts.some((p) => p.part === "body");
  const said = parts.map((p) => `${p.label}: ${p.sentence || p.trouble}`).join(". ");
  return (
    <svg
      role="img"
      aria-label={`${stand.name} in three views. ${said}`}
      viewBox={`0 0 ${width} ${height}`}
      className="w-full border border-rule bg-faint"
      style={{ maxHeight: "82vh" }}
    >
      <View parts={parts} of="plan" name="from above" at={planAt} u={u} lit={lit} onPress={onPress} />
      <View parts={parts} of="front" name="from the front" at={frontAt} u={u} lit={lit} onPress={onPress} />
      <View parts={parts} of="side" name="from the side" at={sideAt} u={u} lit={lit} onPress={onPress} />
      {parts.map((part) => {
        if (!part.weakest || !part.state) return null;
        const [aft, out] = part.weakest as [number, number, number];
        const [x, y] = [planAt[0] + out, planAt[1] + aft];
        return (
          <g key={part.part} className={part.state === "gives way" ? "fill-gives stroke-gives" : "fill-ink stroke-ink"}>
            <circle cx={x} cy={y} r={5 * u} className="fill-none" strokeWidth={1.6 * u} />
            <circle cx={x} cy={y} r={1.5 * u} />
          </g>
        );
      })}
      {tail && (
        <g className="stroke-pencil" strokeWidth={1.2 * u} strokeDasharray={`${5 * u} ${4 * u}`}>
          <line x1={planAt[0]} y1={planAt[1]} x2={planAt[0]} y2={planAt[1] + plan!.high[1]} />
          <line x1={sideAt[0]} y1={sideAt[1]} x2={sideAt[0] + side!.high[0]} y2={sideAt[1]} />
        </g>
      )}
      <g className="fill-pencil" fontSize={13 * u}>
        <text x={gap} y={tops[0]! + span(plan, 1) + 16 * u}>
          from above, {length(stand.span_mm, units)} span
        </text>
        <text x={gap} y={tops[1] + span(front, 1) + 16 * u}>
          from the front
        </text>
        <text x={gap} y={tops[2] + span(side, 1) + 16 * u}>
          from the side, {length(stand.length_mm, units)} long{tail ? " so far; dashed: the body, which is not described yet" : ""}
        </text>
      </g>
    </svg>
  );
}
