import { useId, useRef, useState } from "react";

import type { PartName, Slice, SlicePiece } from "../api/types";
import { placeOn } from "../lib/parts";
import { length, trim } from "../lib/show";
import { useUnits } from "../session";
import { AsTable } from "../ui/AsTable";
import { polygon, useWidth } from "./frame";
import { hatch, Hatches } from "./hatch";
import { COLOUR } from "./colours";

const INK = COLOUR.ink;
const MARGIN = 118;

function up(points: readonly (readonly number[])[]): number[][] {
  return points.map((p) => [p[0]!, -p[1]!]);
}

function Sheet({ piece, u, exaggerated }: { piece: SlicePiece; u: number; exaggerated: boolean }) {
  const true_mm = piece.thickness_mm ?? 0;
  const drawn = exaggerated ? Math.max(true_mm * 12, 3 * u) : Math.max(true_mm, 1.6 * u);
  const colour = piece.family === "tape" ? COLOUR.kraft : piece.family === "paper" ? COLOUR.pencil : COLOUR.tape;
  return (
    <polyline
      points={polygon(up(piece.points))}
      fill="none"
      stroke={colour}
      strokeWidth={drawn}
      strokeDasharray={!piece.on ? `${4 * u} ${4 * u}` : piece.family === "tape" ? `${9 * u} ${1.5 * u}` : undefined}
      opacity={piece.on ? 1 : 0.4}
    />
  );
}

interface Props {
  slice: Slice;
  part?: PartName;
  /** It stands, and is drawn lying. */
  onEdge?: boolean;
  selected?: string | null;
  names?: Record<string, string>;
}

/** The true section at the station line, with the neutral axis and where the strain goes. */
export function SliceView({ slice, part = "wing", onEdge = false, selected, names }: Props) {
  const units = useUnits();
  const box = useRef<HTMLDivElement>(null);
  const width = useWidth(box);
  const [exaggerated, setExaggerated] = useState(false);
  const id = useId().replace(/\W/g, "");

  const zs = slice.outline.map((p) => p[1]!);
  const [low, high] = [Math.min(...zs), Math.max(...zs)];
  const byWidth = slice.chord_mm / Math.max(width - MARGIN - 24, 120);
  const u = width ? Math.max(byWidth, (high - low) / 120) : 1;
  const pad = 22 * u;
  const view = { x: -12 * u, y: -high - pad, w: width * u, h: high - low + 2 * pad };
  const neutral = (x: number) => -(slice.neutral_z_mm + slice.neutral_slope * x);
  const worst = Math.max(Math.abs(slice.strain_top), Math.abs(slice.strain_bottom), 1e-9);
  const bowtie = slice.chord_mm + 60 * u;
  const reach = 34 * u;
  const said = (strain: number) => `${strain < 0 ? "pressed" : "pulled"} ${trim(Math.abs(strain) * 100, 2)} %`;

  return (
    <figure>
      <figcaption className="flex flex-wrap items-baseline gap-x-4">
        <h2 className="text-[17px] font-semibold">The slice, {placeOn(part, slice.y_mm, units)}</h2>
        <span className="text-[15px] text-pencil">
          {onEdge
            ? `lying: ${length(slice.chord_mm, units)} high, its top edge on the left; ${length(slice.thickness_mm, units)} thick`
            : part === "body"
              ? `${length(slice.chord_mm, units)} wide, ${length(slice.thickness_mm, units)} high`
              : `chord ${length(slice.chord_mm, units)}, ${length(slice.thickness_mm, units)} thick`}
        </span>
        <label className="ml-auto flex items-center gap-2 text-[15px]">
          <input type="checkbox" className="size-4 accent-kraft" checked={exaggerated} onChange={(e) => setExaggerated(e.target.checked)} />
          thicken the skins
        </label>
      </figcaption>
      <div ref={box}>
        {width > 0 && (
          <svg
            role="img"
            aria-label={`Section ${placeOn(part, slice.y_mm, units)}. At the limit load the top is ${said(slice.strain_top)} and the bottom ${said(slice.strain_bottom)}.`}
            width={width}
            height={view.h / u}
            viewBox={`${view.x} ${view.y} ${view.w} ${view.h}`}
            className="block"
          >
            <Hatches id={id} u={u} />
            <polygon points={polygon(up(slice.outline))} fill={COLOUR.paper} stroke={INK} strokeWidth={1.2} vectorEffect="non-scaling-stroke" />
            {slice.inside.length > 0 && (
              <polygon points={polygon(up(slice.inside))} fill={COLOUR.board} stroke={COLOUR.pencil} strokeWidth={0.8} vectorEffect="non-scaling-stroke" />
            )}
            {slice.pieces.map((p, k) => {
              if (p.shape === "line") return <Sheet key={k} piece={p} u={u} exaggerated={exaggerated} />;
              const chosen = p.piece_id !== null && p.piece_id === selected;
              const edge = chosen ? COLOUR.kraft : INK;
              return (
                <g key={k} opacity={p.on ? 1 : 0.4}>
                  <polygon
                    points={polygon(up(p.points))}
                    fill={p.on ? hatch(id, p.family) : "none"}
                    stroke={edge}
                    strokeWidth={chosen ? 2.4 : 1}
                    strokeDasharray={p.on ? undefined : "3 3"}
                    vectorEffect="non-scaling-stroke"
                  />
                  {p.hole && p.hole.length > 0 && (
                    <polygon points={polygon(up(p.hole))} fill={COLOUR.paper} stroke={edge} strokeWidth={0.8} vectorEffect="non-scaling-stroke" />
                  )}
                </g>
              );
            })}
            <line
              x1={-6 * u}
              x2={slice.chord_mm + 8 * u}
              y1={neutral(0)}
              y2={neutral(slice.chord_mm)}
              stroke={INK}
              strokeWidth={1}
              strokeDasharray="9 3 2 3"
              vectorEffect="non-scaling-stroke"
            />
            <g>
              <line x1={bowtie} x2={bowtie} y1={-high} y2={-low} stroke={INK} strokeWidth={1} vectorEffect="non-scaling-stroke" />
              {(
                [
                  [slice.strain_top, -high],
                  [slice.strain_bottom, -low],
                ] as const
              ).map(([strain, z], k) => {
                const mid = neutral(slice.chord_mm * 0.35);
                const tip = bowtie + (strain / worst) * reach;
                return (
                  <g key={k}>
                    <polygon
                      points={`${bowtie},${mid} ${bowtie},${z} ${tip},${z}`}
                      fill={strain < 0 ? COLOUR.tape : COLOUR.kraft}
                      fillOpacity={0.3}
                      stroke={strain < 0 ? COLOUR.tape : COLOUR.kraft}
                      strokeWidth={1}
                      vectorEffect="non-scaling-stroke"
                    />
                    <text x={bowtie} y={k === 0 ? z - 7 * u : z + 16 * u} fontSize={13 * u} textAnchor="middle" fill={INK}>
                      {said(strain)}
                    </text>
                  </g>
                );
              })}
            </g>
            {/* beside a narrow section what is pulled and pressed stands there */}
            {slice.chord_mm / u > 120 && (
              <text x={0} y={-low + 17 * u} fontSize={13 * u} fill={COLOUR.pencil}>
                {slice.chord_mm / u > 320 ? "dash-dot: neutral axis, neither pulled nor pressed" : "dash-dot: neutral axis"}
              </text>
            )}
          </svg>
        )}
      </div>
      <AsTable
        title="The slice as a table"
        head={["what lies in it", "along the chord", "above the chord line", "thick"]}
        rows={slice.pieces.map((p) => {
          const [xs, zs] = [p.points.map((q) => q[0]!), p.points.map((q) => q[1]!)];
          const range = (v: number[]) => `${length(Math.min(...v), units)} to ${length(Math.max(...v), units)}`;
          return [
            `${names?.[p.piece_id ?? ""] ?? p.kind}${p.on ? "" : ", switched off"}`,
            range(xs),
            range(zs),
            p.shape === "line" ? length(p.thickness_mm ?? 0, units) : length(Math.max(...zs) - Math.min(...zs), units),
          ];
        })}
      />
    </figure>
  );
}
