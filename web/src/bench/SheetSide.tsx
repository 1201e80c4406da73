import { useMemo } from "react";

import { PlanSheet } from "../drawing/PlanSheet";
import { SliceView } from "../drawing/SliceView";
import { moved } from "../lib/moved";
import { isOnEdge } from "../lib/parts";
import { factor, length } from "../lib/show";
import { useUnits } from "../session";
import { AsTable } from "../ui/AsTable";
import { HereLine } from "./HereLine";
import type { Bench } from "./useBench";
import { RibbonNames } from "./WeakSpots";

/** The part as it lies on the bench: its plan to scale with the ribbon, the station line, and the section there. */
export function SheetSide({ bench }: { bench: Bench }) {
  const units = useUnits();
  const { verdict, answer } = bench;
  const names = useMemo(() => Object.fromEntries((verdict?.ledger ?? []).map((l) => [l.piece_id ?? "", l.label])), [verdict]);
  if (!verdict) return bench.stale ? null : <p className="p-6 text-lg">Working it out…</p>;
  const { plan } = verdict.drawing;
  return (
    <>
      <PlanSheet
        plan={plan}
        part={bench.name}
        ribbon={verdict.ribbon}
        weakest={{ y_mm: verdict.breaks.y_mm, words: `${verdict.breaks.how} at ${factor(verdict.breaks.n.value, verdict.unit)}` }}
        station={bench.shownStation}
        onStation={(y) => bench.setStation(Math.round(y))}
        selected={bench.selected}
        onSelect={bench.select}
        onMove={(pieceId, end, y, share, done) => {
          bench.changePiece(pieceId, (p) => moved(p, end, y, share), `${pieceId}.${end}.${done === null ? "keys" : "drag"}`);
          if (done) bench.document.settle();
        }}
      />
      <RibbonNames ribbon={verdict.ribbon} cases={verdict.cases} onWhy={bench.setWhy} />
      <AsTable
        title="The plan as a table"
        head={["piece", "starts, out", "ends, out", "behind the root's nose, at its start", "at its end"]}
        rows={plan.pieces.map((p) => [names[p.piece_id] ?? p.kind, ...p.ends.map((e) => length(e[0]!, units)), ...p.ends.map((e) => length(e[1]!, units))])}
      />
      <label className="mt-1 flex items-center gap-3 text-[15px]">
        <span className="shrink-0">Station line</span>
        <input
          type="range"
          className="h-6 w-full accent-tape"
          min={0}
          max={Math.round(plan.half_span_mm)}
          value={bench.shownStation ?? 0}
          onChange={(e) => bench.setStation(Number(e.target.value))}
        />
        <button type="button" className="btn btn-quiet shrink-0 px-0" onClick={() => bench.setStation(null)}>
          to the weakest place
        </button>
      </label>
      <div className="mt-2">
        {answer.slice && <SliceView slice={answer.slice} part={bench.name} onEdge={isOnEdge(bench.part)} selected={bench.selected} names={names} />}
      </div>
      {answer.slice && <HereLine curves={verdict.curves} station={answer.slice.y_mm} onWhy={bench.setWhy} />}
    </>
  );
}
