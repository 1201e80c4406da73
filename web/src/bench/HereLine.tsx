import type { Curves } from "../api/types";
import { inUnits } from "../lib/show";
import { useUnits } from "../session";
import { WhyButton } from "../ui/WhyButton";
import { Word } from "../words/Words";
import type { Why } from "./WorkingSheet";

function nearest(y: number[], at: number): number {
  return y.reduce((best, v, k) => (Math.abs(v - at) < Math.abs(y[best]! - at) ? k : best), 0);
}

/** What the section at the station line is worth; each figure opens its working. */
export function HereLine({ curves, station, onWhy }: { curves: Curves; station: number; onWhy: (why: Why) => void }) {
  const units = useUnits();
  const k = nearest(curves.y_mm, station);
  const figures = [
    { figure: "EI", word: "EI" as const, name: "bending stiffness EI", value: curves.EI_Nmm2[k]! * 1e-6, unit: "N m²" },
    { figure: "GJ", word: "GJ" as const, name: "twist stiffness GJ", value: curves.GJ_Nmm2[k]! * 1e-6, unit: "N m²" },
    { figure: "GA", word: null, name: "shear stiffness", value: curves.GA_N[k]!, unit: "N" },
  ].map((f) => ({ ...f, ...inUnits(f.value, f.unit, units) }));
  return (
    <p className="flex flex-wrap gap-x-5 text-[15px]">
      <span className="text-pencil">Here:</span>
      {figures.map(({ figure, word, name, value, unit }) => (
        <span key={figure}>
          {word ? <Word id={word}>{name}</Word> : name}{" "}
          <b className="font-medium">
            {Number(value.toPrecision(3))} {unit}
          </b>{" "}
          <WhyButton name={name} onPress={() => onWhy({ figure, station })} />
        </span>
      ))}
    </p>
  );
}
