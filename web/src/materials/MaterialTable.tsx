import { useMemo, useState } from "react";

import type { Copyable, Units } from "../api/types";
import { inUnits, price } from "../lib/show";
import { useUnits } from "../session";
import { type By, figureOf, scaleOf, short, sorted } from "./byFigure";

interface Props {
  title: string;
  materials: Copyable[];
  money: string;
  onSee: (material: Copyable) => void;
}

function FigureCell({ material, column, at }: { material: Copyable; column: number; at: (value: number) => number }) {
  const f = figureOf(material, column);
  const [low, typical, high] = f.spread as [number, number, number];
  const share = (v: number) => `${(100 * at(v)).toFixed(1)}%`;
  return (
    <td className="py-1 pr-4 align-top" aria-label={`${f.label}: ${short(typical)} ${f.unit}, ${short(low)} to ${short(high)}`}>
      <span className="block leading-4.5 whitespace-nowrap">
        {short(typical)}
        <span className="text-[14px] text-pencil">
          {" "}
          ({short(low)} to {short(high)})
        </span>
      </span>
      <span className="relative mt-0.5 block h-2.5 border-b border-pencil" aria-hidden="true">
        <span className="absolute inset-y-0.5 border border-tape bg-tape-pale" style={{ left: share(low), right: `calc(100% - ${share(high)})` }} />
        <span className="absolute inset-y-0 w-0.5 bg-ink" style={{ left: `calc(${share(typical)} - 1px)` }} />
      </span>
    </td>
  );
}

function inUnitsOf(material: Copyable, units: Units): Copyable {
  const figures = material.figures.map((f) => ({
    ...f,
    unit: inUnits(1, f.unit, units).unit,
    spread: f.spread.map((v) => inUnits(v!, f.unit, units).value) as typeof f.spread,
  }));
  return { ...material, figures };
}

/** Materials of one kind side by side: what they are chosen by, each figure with its range drawn, sorted as asked. */
export function MaterialTable({ title, materials: asTold, money, onSee }: Props) {
  const units = useUnits();
  const materials = useMemo(() => asTold.map((m) => inUnitsOf(m, units)), [asTold, units]);
  const [by, setBy] = useState<By>("name");
  const [down, setDown] = useState(false);
  const rows = useMemo(() => sorted(materials, by, down), [materials, by, down]);
  const scales = useMemo(() => materials[0]!.chosen_by.map((_, k) => scaleOf(materials, k)), [materials]);

  function head(column: By, label: string, unit: string) {
    const on = by === column;
    return (
      <th key={label} scope="col" aria-sort={on ? (down ? "descending" : "ascending") : "none"} className="pr-4 text-left align-bottom font-normal">
        <button
          className={`min-h-9 cursor-pointer text-left leading-4 underline-offset-4 hover:underline ${on ? "font-medium text-ink" : "text-pencil"}`}
          onClick={() => {
            setDown(on && !down);
            setBy(column);
          }}
        >
          {label}
          {on && <span aria-hidden="true">{down ? " ↓" : " ↑"}</span>}
          {unit && <span className="block text-[14px]">{unit}</span>}
        </button>
      </th>
    );
  }

  return (
    <section aria-label={title} className="mt-6">
      <h2 className="text-[18px] font-semibold">{title}</h2>
      <div className="overflow-x-auto">
        <table className="w-full min-w-[46rem] table-fixed border-collapse text-[15px]" aria-label={`${title}, side by side`}>
          <colgroup>
            <col className="w-[30%]" />
            {scales.map((_, k) => (
              <col key={k} />
            ))}
            <col className="w-[15%]" />
            <col className="w-[7rem]" />
          </colgroup>
          <thead>
            <tr className="border-y border-ink text-[15px]">
              {head("name", "Material", "what it is")}
              {scales.map((scale, k) => {
                const f = figureOf(materials[0]!, k);
                return head(k, f.label, `${f.unit}${scale.byRatio ? ", drawn by ratio" : ""}`);
              })}
              {head("price", "Price", "on our shelf")}
              <td />
            </tr>
          </thead>
          <tbody>
            {rows.map((m) => (
              <tr key={m.id} className="border-b border-rule">
                <th scope="row" className="py-1 pr-4 text-left align-top leading-4.5 font-medium">
                  {m.label}
                  {m.note && <span className="block text-[14px] font-normal text-pencil">{m.note}</span>}
                </th>
                {scales.map((scale, k) => (
                  <FigureCell key={k} material={m} column={k} at={scale.at} />
                ))}
                <td className="py-1 pr-4 align-top leading-4.5">
                  {m.price ? (
                    <>
                      {m.price.low < m.price.high && "from "}
                      {price(m.price.low, money)}
                      <span className="block text-[14px] text-pencil">{m.price.per}</span>
                    </>
                  ) : (
                    <span className="text-[14px] text-pencil">none there</span>
                  )}
                </td>
                <td className="text-right align-top">
                  <button className="btn btn-quiet px-0" aria-label={`Copy ${m.label}`} onClick={() => onSee(asTold.find((told) => told.id === m.id)!)}>
                    See and copy
                  </button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}
