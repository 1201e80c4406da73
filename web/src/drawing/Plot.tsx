import { scaleLinear } from "d3-scale";
import { line } from "d3-shape";
import { useRef } from "react";

import { inUnits, length } from "../lib/show";
import { useUnits } from "../session";
import { AsTable } from "../ui/AsTable";
import { WhyButton } from "../ui/WhyButton";
import { useWidth } from "./frame";
import { COLOUR } from "./colours";

export interface Trace {
  name: string;
  x: number[];
  y: number[];
}

interface Props {
  title: string;
  unit: string;
  /** The first is this scheme, in kraft and whole; the second the other one, in tape blue and dashed. */
  traces: Trace[];
  station: number | null;
  onWhy?: (() => void) | undefined;
  table?: boolean;
}

const HEIGHT = 118;
const LEFT = 50;
const BOTTOM = 22;
export const COLOURS = [COLOUR.kraft, COLOUR.tape, COLOUR.ink];
export const DASHES = [undefined, "7 4", "2 3"];
/** Places along the span in the table. */
const ROWS = 11;

function short(value: number): string {
  const size = Math.abs(value);
  if (size >= 1e6) return `${Number((value / 1e6).toPrecision(3))}M`;
  if (size >= 1e4) return `${Number((value / 1e3).toPrecision(3))}k`;
  return String(Number(value.toPrecision(3)));
}

function at(trace: Trace, x: number): number {
  let nearest = 0;
  for (let k = 1; k < trace.x.length; k++) if (Math.abs(trace.x[k]! - x) < Math.abs(trace.x[nearest]! - x)) nearest = k;
  return trace.y[nearest]!;
}

/** One quantity along the span, for one scheme or two laid over each other. */
export function Plot({ title, unit: given, traces: asTold, station, onWhy, table = true }: Props) {
  const units = useUnits();
  const { value: times, unit } = inUnits(1, given, units);
  const traces = times === 1 ? asTold : asTold.map((t) => ({ ...t, y: t.y.map((v) => v * times) }));
  const box = useRef<HTMLDivElement>(null);
  const width = useWidth(box);
  const ys = traces.flatMap((t) => t.y);
  const xs = traces.flatMap((t) => t.x);
  const x = scaleLinear()
    .domain([0, Math.max(...xs)])
    .range([LEFT, Math.max(width - 8, LEFT + 40)]);
  const [low, high] = [Math.min(0, ...ys), Math.max(0, ...ys)];
  // a hair below zero, as at the tip, is no reason for a rule of its own
  const y = scaleLinear()
    .domain([low > -0.03 * high ? 0 : low, high < -0.03 * low ? 0 : high])
    .nice(4)
    .range([HEIGHT - BOTTOM, 8]);
  const draw = line<[number, number]>()
    .x((p) => x(p[0]))
    .y((p) => y(p[1]));
  const said = traces.map((t) => `${t.name}: ${short(t.y[0]!)} at the root, ${short(t.y.at(-1)!)} at the tip ${unit}`).join("; ");
  return (
    <figure ref={box} className="min-w-0">
      <figcaption className="flex items-baseline gap-x-2 text-[15px]">
        <span className="font-medium">{title}</span>
        <span className="text-pencil">{unit}</span>
        {station !== null && (
          <span className="ml-auto whitespace-nowrap" data-testid="here">
            {traces.map((t, k) => (
              <b key={t.name} className="font-medium" style={{ color: COLOURS[k] }}>
                {k > 0 && <span className="text-pencil"> | </span>}
                {short(at(t, station))}
              </b>
            ))}
          </span>
        )}
        {onWhy && <WhyButton name={title} onPress={onWhy} />}
      </figcaption>
      {width > 0 && (
        <svg width={width} height={HEIGHT} role="img" aria-label={`${title}. ${said}`} className="block bg-white">
          {y.ticks(4).map((v) => (
            <g key={v}>
              <line x1={LEFT} x2={width - 8} y1={y(v)} y2={y(v)} stroke={v === 0 ? COLOUR.ink : COLOUR.faint} />
              <text x={LEFT - 5} y={y(v) + 4} fontSize={13} textAnchor="end" fill={COLOUR.pencil}>
                {short(v)}
              </text>
            </g>
          ))}
          <text x={LEFT} y={HEIGHT - 6} fontSize={13} fill={COLOUR.pencil}>
            root
          </text>
          <text x={width - 8} y={HEIGHT - 6} fontSize={13} textAnchor="end" fill={COLOUR.pencil}>
            {length(Math.max(...xs), units)}
          </text>
          {traces.map((t, k) => (
            <path key={t.name} d={draw(t.x.map((v, i) => [v, t.y[i]!])) ?? ""} fill="none" stroke={COLOURS[k]} strokeWidth={2} strokeDasharray={DASHES[k]} />
          ))}
          {station !== null && (
            <g>
              <line x1={x(station)} x2={x(station)} y1={6} y2={HEIGHT - BOTTOM} stroke={COLOUR.pencil} strokeDasharray="2 3" />
              {traces.map((t, k) => (
                <circle key={t.name} cx={x(station)} cy={y(at(t, station))} r={3.5} fill={COLOURS[k]} />
              ))}
            </g>
          )}
        </svg>
      )}
      {table && (
        <AsTable
          title={`${title} as a table`}
          head={["out", ...traces.map((t) => `${t.name}, ${unit}`)]}
          rows={Array.from({ length: ROWS }, (_, k) => (Math.max(...xs) * k) / (ROWS - 1)).map((place) => [
            length(place, units),
            ...traces.map((t) => short(at(t, place))),
          ])}
        />
      )}
    </figure>
  );
}
