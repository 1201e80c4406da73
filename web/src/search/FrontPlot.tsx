import type { Found, Point, Unit } from "../api/types";
import { FrontChart } from "../drawing/FrontChart";
import { factor, length, mass, trim } from "../lib/show";
import { useUnits } from "../session";

interface Props {
  found: Found;
  /** Which front: what it holds, or how little the tip bends. */
  of: "hold" | "bend";
  wanted: number | null;
  shown: Point | null;
  unit: Unit;
  onShow: (point: Point) => void;
  onLay: (point: Point) => void;
}

/** Grams of the wing against what they buy. */
export function FrontPlot({ found, of, wanted: aim, unit, shown, onShow, onLay }: Props) {
  const units = useUnits();
  /** mm in what bends are drawn in. */
  const one = units === "inch" ? 25.4 : 1;
  const wanted = aim === null || of === "hold" ? aim : aim / one;
  const value = (p: { hold_g: number; bend_mm: number }) => (of === "hold" ? p.hold_g : p.bend_mm / one);
  const spot = (p: { part_g: number; hold_g: number; bend_mm: number; meets: boolean }) => ({ x: p.part_g, y: value(p), meets: p.meets });
  const front = found.front.filter((p) => (of === "hold" ? p.lightest_for_load : p.lightest_for_bend));
  const heaviest = Math.max(...front.map((p) => p.part_g), found.winner?.part_g ?? 0);
  const lightest = Math.min(...found.front.map((p) => p.part_g));
  const room = Math.max(heaviest - lightest, 1) * 0.06;
  const most =
    of === "hold"
      ? Math.max(...front.map(value), (wanted ?? 0) * 1.1)
      : Math.min(Math.max(...front.map(value)), Math.max(4 * (wanted ?? 0), 4 * Math.min(...front.map(value))));
  const title = of === "hold" ? `Holds to, ${unit}` : `Tip bend, ${units === "inch" ? "in" : "mm"}`;
  return (
    <FrontChart
      title={title}
      against="against its grams"
      label={`${title} against grams: ${front.length} ways on the front`}
      front={front.map((point) => ({
        spot: spot(point),
        point,
        label: `${point.name}: ${mass(point.part_g, units)}, holds to ${factor(point.hold_g, unit)}, tip bends ${length(point.bend_mm, units)}. Lay it on the bench`,
      }))}
      cloud={found.cloud.map(spot)}
      xs={{ from: lightest - room, to: heaviest + room, word: (v) => mass(v, units) }}
      most={most * 1.06}
      aim={wanted === null ? null : { y: wanted, word: `${of === "hold" ? "at least" : "at most"} ${trim(wanted, units === "inch" && of === "bend" ? 2 : 1)}` }}
      winner={found.winner && { spot: spot(found.winner), word: "lightest that does it", under: of === "hold" }}
      shown={shown}
      onShow={onShow}
      onTake={onLay}
    />
  );
}
