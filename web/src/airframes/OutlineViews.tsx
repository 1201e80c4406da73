import { type KeyboardEvent, type PointerEvent, useRef } from "react";

import type { Body } from "../api/types";
import { COLOUR } from "../drawing/colours";
import { pointIn, polygon, useWidth } from "../drawing/frame";
import { length } from "../lib/show";
import { useUnits } from "../session";
import { dragged, drawnOutline, type Edge, edgeAt, type Station } from "./dragStation";

const EDGES: Record<"side" | "above", Edge[]> = { side: ["top", "bottom"], above: ["side"] };
const SAID: Record<Edge, string> = { top: "top edge", bottom: "bottom edge", side: "side" };

interface Props {
  body: Body;
  name: (k: number) => string;
  onDrag: (stations: Station[], key: string) => void;
}

interface ViewProps extends Props {
  from: "side" | "above";
  u: number;
  long: number;
}

/** The body from one side, to scale, with an end to take hold of at every edge of every station. */
function View({ body, name, onDrag, from, u, long }: ViewProps) {
  const units = useUnits();
  const svg = useRef<SVGSVGElement>(null);
  const taken = useRef<{ k: number; edge: Edge } | null>(null);
  const { stations, boom } = body;
  const side = from === "side";
  // up is up: y runs down
  const drawn = drawnOutline(stations, body.nose_mm);
  const high = drawn.map((s) => [s.x_mm, -edgeAt(s, side ? "top" : "side")]);
  const low = drawn.map((s) => [s.x_mm, side ? -edgeAt(s, "bottom") : edgeAt(s, "side")]);
  const ys = [...high, ...low].map((p) => p[1]!);
  const pad = 16 * u;
  const [top, bottom] = [Math.min(...ys) - pad, Math.max(...ys) + pad];
  const booms = boom ? (side || boom.count === 1 ? [side ? -boom.middle_mm : 0] : [-boom.apart_mm / 2, boom.apart_mm / 2]) : [];

  const put = (k: number, edge: Edge, x: number, to: number) => onDrag(dragged(stations, k, edge, x, to), `drag.${k}.${edge}`);

  function move(event: PointerEvent<SVGSVGElement>) {
    if (!taken.current || !svg.current) return;
    const at = pointIn(svg.current, event);
    put(taken.current.k, taken.current.edge, at.y, -at.x);
  }

  function nudge(event: KeyboardEvent, k: number, edge: Edge) {
    const step = event.shiftKey ? 10 : 1;
    const by: Record<string, [number, number]> = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, step], ArrowDown: [0, -step] };
    const go = by[event.key];
    if (!go) return;
    event.preventDefault();
    put(k, edge, stations[k]!.x_mm + go[0], edgeAt(stations[k]!, edge) + go[1]);
  }

  return (
    <svg
      ref={svg}
      viewBox={`${-pad} ${top} ${long + 2 * pad} ${bottom - top}`}
      className="block w-full touch-pan-y select-none"
      style={{ height: (bottom - top) / u }}
      role="group"
      aria-label={side ? "The body from the side, nose on the left" : "The body from above, nose on the left"}
      onPointerMove={move}
      onPointerUp={() => (taken.current = null)}
      onPointerCancel={() => (taken.current = null)}
    >
      {booms.map((y) => (
        <rect
          key={y}
          x={boom!.starts_mm}
          y={y - boom!.outer_mm / 2}
          width={Math.max(boom!.ends_mm - boom!.starts_mm, 0)}
          height={boom!.outer_mm}
          fill={COLOUR.ink}
          fillOpacity={0.75}
        />
      ))}
      <polygon points={polygon([...high, ...low.reverse()])} fill={COLOUR.paper} stroke={COLOUR.ink} strokeWidth={1.6} vectorEffect="non-scaling-stroke" />
      <rect
        x={body.wing_at_mm}
        y={side ? -Math.max(...stations.map((s) => edgeAt(s, "top"))) - 9 * u : top + 4 * u}
        width={body.seat_mm}
        height={5 * u}
        fill={COLOUR.kraft}
      />
      {stations.map((s, k) =>
        EDGES[from].map((edge) => {
          const y = -edgeAt(s, edge);
          return (
            <g
              key={`${k}.${edge}`}
              role="slider"
              tabIndex={0}
              aria-label={`${name(k)}, ${SAID[edge]}: arrow keys move it, with Shift ten times as far`}
              aria-valuenow={Math.round(edgeAt(s, edge))}
              aria-valuetext={`${length(s.x_mm, units)} behind the nose, ${length(edgeAt(s, edge), units)} from the straight line`}
              className="cursor-grab touch-none"
              onKeyDown={(e) => nudge(e, k, edge)}
              onPointerDown={(e) => {
                e.preventDefault();
                svg.current?.setPointerCapture(e.pointerId);
                taken.current = { k, edge };
              }}
            >
              <circle cx={s.x_mm} cy={y} r={15 * u} fill="transparent" />
              <circle cx={s.x_mm} cy={y} r={5.5 * u} fill={COLOUR.paper} stroke={COLOUR.kraft} strokeWidth={2.5} vectorEffect="non-scaling-stroke" />
            </g>
          );
        }),
      )}
    </svg>
  );
}

/** The outline from the side and from above: stations are dragged by their edges. */
export function OutlineViews({ body, name, onDrag }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const width = useWidth(box);
  const long = Math.max(body.stations.at(-1)!.x_mm, body.boom?.ends_mm ?? 0, 1);
  // the same scale in both; a little less than the width, for the ends
  const u = width ? long / Math.max(width - 32, 100) : 1;
  const flat = body.walls.kind === "profile";
  return (
    <div ref={box} className="mb-3 border border-rule bg-sheet p-1">
      <p className="px-1 text-[14px] text-pencil">
        From the side{flat ? "" : " and from above"}: drag a station by its edge. The brown bar is the wing&rsquo;s seat.
      </p>
      {width > 0 && <View body={body} name={name} onDrag={onDrag} from="side" u={u} long={long} />}
      {width > 0 && !flat && <View body={body} name={name} onDrag={onDrag} from="above" u={u} long={long} />}
    </div>
  );
}
