import { useState } from "react";

import type { FoundMends, MendPoint } from "../api/types";
import { factor, mass, minutes, price, trim, wait } from "../lib/show";
import type { useUnits } from "../session";
import { said } from "./made";

interface Props {
  found: FoundMends;
  shown: MendPoint | null;
  money: string;
  units: ReturnType<typeof useUnits>;
  onShow: (p: MendPoint) => void;
  onTake: (p: MendPoint) => void;
}

/** Rows that are shown before somebody asks for more. */
const FEW = 6;

/** The front as a table: the lightest that does it first. */
export function PointTable({ found, shown, money, units, onShow, onTake }: Props) {
  const [all, setAll] = useState(false);
  const best = found.best === null ? null : found.front[found.best]!;
  const ordered = [...found.front].sort((a, b) => Number(b === best) - Number(a === best) || Number(b.meets) - Number(a.meets));
  const rows = all ? ordered : ordered.slice(0, FEW);
  return (
    <>
      <table className="mt-2 w-full text-[15px]">
        <thead>
          <tr className="border-b border-ink text-left text-[14px] text-pencil max-sm:grid max-sm:grid-cols-4">
            <th className="py-1 font-normal max-sm:hidden">way</th>
            <th className="px-1 text-right font-normal">back</th>
            <th className="px-1 text-right font-normal">weighs</th>
            <th className="px-1 text-right font-normal">work + wait</th>
            <th className="px-1 text-right font-normal max-sm:hidden">good for</th>
            <th className="max-sm:hidden" />
          </tr>
        </thead>
        <tbody>
          {rows.map((p) => (
            <tr
              key={said(p) + p.grams + p.ready_min}
              className={`border-b border-rule align-top max-sm:grid max-sm:grid-cols-4 ${p === shown ? "bg-kraft-pale" : ""}`}
              onMouseEnter={() => onShow(p)}
            >
              <th scope="row" className="py-1.5 pr-1 text-left font-normal max-sm:col-span-4">
                <span className="leading-4.5">{said(p)}</span>
                {p === best && <b className="ml-1.5 border border-tape px-1 text-[13px] font-medium text-tape">lightest that does it</b>}
                <span className="block text-[14px] text-pencil">
                  {p.in_stock ? "all of it is on the shelf" : "not all of it is on the shelf"}
                  {p.price !== null && p.price > 0 && `, ${price(p.price, money)}`}
                </span>
              </th>
              <td className="px-1 py-1.5 text-right whitespace-nowrap">
                {trim(100 * Math.min(p.back.value, 9.99), 0)} %
                <span className="block text-[14px] text-pencil">
                  {trim(100 * p.back.low, 0)} to {trim(100 * Math.min(p.back.high, 9.99), 0)}
                </span>
              </td>
              <td className="px-1 py-1.5 text-right whitespace-nowrap">{mass(p.grams, units)}</td>
              <td className="px-1 py-1.5 text-right whitespace-nowrap">
                {minutes(p.minutes)}
                <span className="block text-[14px] text-pencil">{p.waits_min ? `+ ${wait(p.waits_min)}` : "no wait"}</span>
              </td>
              <td className="px-1 py-1.5 text-right whitespace-nowrap max-sm:hidden">{factor(p.good_for_G, "G")}</td>
              <td className="py-1.5 pl-1 text-right">
                <button type="button" className="btn min-h-9" aria-label={`Take: ${said(p)}`} onClick={() => onTake(p)}>
                  Take
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {!all && ordered.length > FEW && (
        <button type="button" className="btn btn-quiet mt-1 min-h-9" onClick={() => setAll(true)}>
          Show all {ordered.length}
        </button>
      )}
    </>
  );
}
