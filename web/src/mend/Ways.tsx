import { useState } from "react";

import { Fault } from "../api/client";
import type { Aim, AirframeFile, Alternative, Mend, Repair } from "../api/types";
import { mass, minutes, price, sentence, trim, wait } from "../lib/show";
import { useUnits } from "../session";
import { ChoiceField } from "../ui/fields";
import { type Stock, STOCKS, useMoney, useOffers, useRecords, useWays } from "./useMending";

interface Props {
  file: AirframeFile;
  repair: Repair;
  damage: string;
  aim: Aim;
  onTake: (mends: Mend[], instead: boolean) => void;
}

/** Ways to mend one damage: tried and ranked, or one kind of mend by hand. */
export function Ways({ file, repair, damage, aim, onTake }: Props) {
  const [ranked, setRanked] = useState(false);
  return (
    <div className="mt-3 border border-rule bg-sheet">
      <div role="tablist" className="flex border-b border-rule">
        {[false, true].map((r) => (
          <button
            key={String(r)}
            type="button"
            role="tab"
            aria-selected={ranked === r}
            className="min-h-11 flex-1 border-b-4 border-transparent px-2 text-[16px] text-pencil aria-selected:border-kraft aria-selected:font-semibold aria-selected:text-ink"
            onClick={() => setRanked(r)}
          >
            {r ? "Ways tried and ranked" : "Lay a mend on"}
          </button>
        ))}
      </div>
      {ranked ? (
        <Ranked file={file} repair={repair} damage={damage} aim={aim} onTake={(m) => onTake(m, true)} />
      ) : (
        <ByHand file={file} repair={repair} damage={damage} aim={aim} onTake={(m) => onTake([m], false)} />
      )}
    </div>
  );
}

function ByHand({ file, repair, damage, onTake }: Omit<Props, "onTake"> & { onTake: (mend: Mend) => void }) {
  const offers = useOffers(file, repair, damage);
  const records = useRecords();
  if (offers.isError) return <p className="p-3 text-[15px] text-gives">{told(offers.error)}</p>;
  if (!offers.data) return <p className="p-3">Looking in the box…</p>;
  return (
    <ul className="grid sm:grid-cols-2" data-testid="mend-offers">
      {offers.data.map((o) => (
        <li key={o.kind} className="border-t border-rule px-3 py-2">
          <button
            type="button"
            className="min-h-9 text-left text-[16px] font-medium underline decoration-rule decoration-2 underline-offset-4 hover:decoration-ink disabled:text-pencil disabled:no-underline"
            disabled={o.mend === null}
            onClick={() => onTake(o.mend as unknown as Mend)}
          >
            {o.label}
          </button>
          <p className="text-[14px] leading-4.5 text-pencil">{o.mend ? `${o.good} ${o.bad}` : o.why_not}</p>
          {o.kind in records && <p className="text-[14px] leading-4.5 font-medium">In this workshop it {records[o.kind]}.</p>}
        </li>
      ))}
    </ul>
  );
}

const told = (error: unknown) =>
  error instanceof Fault ? (error.problems[0] ? `${error.problems[0].what} ${error.problems[0].right}` : error.message) : "Something broke here.";
/** Rows that are shown before somebody asks for more. */
const FEW = 7;

function Ranked({ file, repair, damage, aim, onTake }: Omit<Props, "onTake"> & { onTake: (mends: Mend[]) => void }) {
  const units = useUnits();
  const money = useMoney();
  const [school, setSchool] = useState("light");
  const [all, setAll] = useState(false);
  const [of, setOf] = useState<Stock>("any");
  const ways = useWays(file, repair, damage, aim, school, of);
  if (ways.isError) return <p className="p-3 text-[15px] text-gives">{told(ways.error)}</p>;
  if (!ways.data) return <p className="p-3">Trying them all…</p>;
  const { alternatives, schools, tried } = ways.data;
  const theirs = schools.find((s) => s.school === school);
  const shown = all ? alternatives : alternatives.slice(0, FEW);
  return (
    <div className="p-3" data-testid="ways">
      <div className="grid grid-cols-2 items-end gap-3">
        <ChoiceField
          label="As they would"
          path="school"
          value={school}
          onChange={setSchool}
          options={schools.map((s) => ({ value: s.school, label: s.label }))}
        />
        <ChoiceField label="Made of" path="of" value={of} onChange={setOf} options={STOCKS} />
      </div>
      {theirs && (
        <p className="mt-1 text-[14px] leading-4.5 text-pencil">
          {theirs.rests} But: {theirs.fails}
        </p>
      )}
      {schools.some((s) => s.first !== theirs?.first) && (
        <p className="mt-1 text-[14px] leading-4.5">
          {schools
            .filter((s) => s.school !== school && s.first)
            .map((s) => `${s.label}: ${s.first}`)
            .join("; ")}
          .
        </p>
      )}
      {alternatives.length === 0 ? (
        <p className="mt-2 text-[15px]">Nothing that is there mends it: take what is not on the shelf too, or another kind of mend.</p>
      ) : (
        <table className="mt-2 w-full text-[15px]">
          <thead>
            <tr className="border-b border-ink text-left text-[14px] text-pencil">
              <th className="py-1 font-normal">way</th>
              <th className="px-1 text-right font-normal">back</th>
              <th className="px-1 text-right font-normal">weighs</th>
              <th className="px-1 text-right font-normal">work + wait</th>
              <th className="hidden px-1 text-right font-normal sm:table-cell">costs</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {shown.map((a, k) => (
              <Row key={k} way={a} money={money} units={units} onTake={() => onTake(a.mends as unknown as Mend[])} />
            ))}
          </tbody>
        </table>
      )}
      <p className="mt-1 text-[14px] text-pencil">
        {tried} ways tried at typical figures, were it the only damage; “back” is of what the sound part stands there.
        {!all && alternatives.length > FEW && (
          <button type="button" className="btn btn-quiet ml-2 min-h-8" onClick={() => setAll(true)}>
            Show all
          </button>
        )}
      </p>
    </div>
  );
}

function Row({ way, money, units, onTake }: { way: Alternative; money: string; units: ReturnType<typeof useUnits>; onTake: () => void }) {
  return (
    <tr className="border-b border-rule align-top">
      <th scope="row" className="py-1.5 pr-1 text-left font-normal">
        <span className="font-medium">{sentence(way.label)}</span>
        {way.front && <span className="ml-1.5 border border-tape px-1 text-[13px] text-tape">none beats it</span>}
        <span className="block text-[14px] leading-4.5 text-pencil">{[...new Set(way.what)].join("; ")}</span>
      </th>
      <td className="px-1 py-1.5 text-right">{trim(100 * Math.min(way.back, 9.99), 0)} %</td>
      <td className="px-1 py-1.5 text-right whitespace-nowrap">{mass(way.grams, units)}</td>
      <td className="px-1 py-1.5 text-right">
        {minutes(way.minutes)}
        <span className="block text-[14px] text-pencil">{way.waits_min ? `+ ${wait(way.waits_min)}` : "no wait"}</span>
      </td>
      <td className="hidden px-1 py-1.5 text-right sm:table-cell">{way.price === null ? "?" : price(way.price, money)}</td>
      <td className="py-1.5 pl-1 text-right">
        <button type="button" className="btn min-h-9" onClick={onTake}>
          Take
        </button>
      </td>
    </tr>
  );
}
