import { useState } from "react";

import type { ModeLine, PartName, RibbonPiece, Unit, Verdict } from "../api/types";
import { placeOn } from "../lib/parts";
import { FAR, factor, length, sentence, STATE_WORD, times, trim } from "../lib/show";
import { ReserveBar } from "../drawing/ReserveBar";
import { useUnits } from "../session";
import { WhyButton } from "../ui/WhyButton";
import type { Why } from "./WorkingSheet";

const FEW = 8;
/** Stretches of the ribbon that are told at first. */
const MOST_STRETCHES = 5;

function Line({ mode, unit, part, onWhy }: { mode: ModeLine; unit: Unit; part: PartName; onWhy: (why: Why) => void }) {
  const units = useUnits();
  return (
    <li className="grid grid-cols-[minmax(0,1fr)_auto] gap-x-3 border-b border-rule py-1.5">
      <p className="leading-5">
        <span className="font-medium">{sentence(mode.how)}</span>, {placeOn(part, mode.y_mm, units)}
        <span className="block text-[14px] text-pencil">{mode.seen_coming ? "You see it coming." : "No warning."}</span>
      </p>
      <p className="flex items-center gap-3">
        <ReserveBar reserve={mode.reserve} state={mode.state} />
        <span className={`w-24 text-right font-medium ${mode.state === "gives way" ? "text-gives" : ""}`}>
          {mode.reserve > FAR ? `over ${FAR} times` : `${trim(mode.n, 1)} ${unit === "times" ? "×" : unit}`}
        </span>
        <WhyButton name={mode.how} onPress={() => onWhy({ figure: mode.figure })} />
      </p>
    </li>
  );
}

/** Every way it can give way in the case that is told first, the worst first. */
export function WeakSpots({ verdict, onWhy }: { verdict: Verdict; onWhy: (why: Why) => void }) {
  const [all, setAll] = useState(false);
  const shown = all ? verdict.modes : verdict.modes.slice(0, FEW);
  return (
    <section aria-label="Every way it can give way">
      <p className="mb-1 text-[15px] text-pencil">
        In {verdict.case}, the worst first. The red mark is what is asked: {factor(verdict.limit_n, verdict.unit)} for a sign that it outlives,{" "}
        {factor(verdict.ultimate_n, verdict.unit)} (with the safety factor) for what ends it.
      </p>
      <ul data-testid="modes">
        {shown.map((mode) => (
          <Line part={verdict.part} key={mode.figure} mode={mode} unit={verdict.unit} onWhy={onWhy} />
        ))}
      </ul>
      {verdict.modes.length > FEW && (
        <button className="btn btn-quiet px-0" onClick={() => setAll(!all)}>
          {all ? "Only the worst" : `Show all ${verdict.modes.length}`}
        </button>
      )}
    </section>
  );
}

/** What the ribbon's stretches say, in words: which mode, in which case, with its working. */
export function RibbonNames({ ribbon, cases, onWhy }: { ribbon: RibbonPiece[]; cases: Verdict["cases"]; onWhy: (why: Why) => void }) {
  const units = useUnits();
  // stretches of the same mode and case follow one another in bits: one line each is enough
  const lines: RibbonPiece[] = [];
  for (const piece of ribbon) {
    const last = lines.at(-1);
    if (last && last.figure === piece.figure && last.case === piece.case && last.state === piece.state) {
      lines[lines.length - 1] = { ...(piece.reserve < last.reserve ? piece : last), y_from_mm: last.y_from_mm, y_to_mm: piece.y_to_mm };
    } else lines.push(piece);
  }
  const [all, setAll] = useState(false);
  const worst = [...lines].sort((a, b) => a.reserve - b.reserve).slice(0, MOST_STRETCHES);
  const kept = all ? lines : lines.filter((l) => worst.includes(l));
  const label = (id: string) => cases.find((c) => c.id === id)?.label ?? id;
  return (
    <>
      <ul aria-label="Reserve along the span" className="text-[15px]" data-testid="ribbon-names">
        {kept.map((r) => (
          <li
            key={`${r.y_from_mm}-${r.figure}-${r.case}`}
            className="grid grid-cols-[8.5rem_8.5rem_minmax(0,1fr)_auto] items-baseline gap-x-2 border-b border-rule leading-6 max-sm:grid-cols-[6.5rem_4.5rem_minmax(0,1fr)_auto]"
          >
            <span className="text-pencil">
              {length(r.y_from_mm, units)} to {length(r.y_to_mm, units)}
            </span>
            <span className={r.state === "gives way" ? "font-semibold text-gives" : r.state === "close" ? "font-semibold text-kraft" : "text-pencil"}>
              {STATE_WORD[r.state]} {times(r.reserve)}
            </span>
            <span>
              {r.how}
              {r.case === "pull_up" ? "" : `, in ${label(r.case)}`}
            </span>
            <WhyButton
              name={`${STATE_WORD[r.state]} from ${length(r.y_from_mm, units)}, ${r.how}`}
              onPress={() => onWhy({ figure: r.figure, station: 0.5 * (r.y_from_mm + r.y_to_mm) })}
            />
          </li>
        ))}
      </ul>
      {lines.length > MOST_STRETCHES && (
        <button className="btn btn-quiet px-0" onClick={() => setAll(!all)}>
          {all ? "Only the weakest stretches" : `All ${lines.length} stretches`}
        </button>
      )}
    </>
  );
}
