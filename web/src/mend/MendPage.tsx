import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";

import { client, Fault, take, takeAs } from "../api/client";
import type { Aim, Repair, RepairOut, RepairsOut } from "../api/types";
import { Messages } from "../bench/Messages";
import type { Workplace } from "../bench/useWorkplace";
import { WorkshopBar } from "../bench/WorkshopBar";
import { shownOf } from "../lib/parts";
import { carried } from "../lib/carried";
import { Unreadable } from "../ui/Unreadable";
import { readWaiting } from "./kept";
import { LifeLog } from "./LifeLog";
import { newRepair } from "./made";
import { RepairSheet } from "./RepairSheet";
import { repairsKey } from "./useRepair";
import { useSession } from "../session";

const RESULT: Record<Repair["result"], string> = { open: "open", held: "it held", broke_again: "broke again", given_up: "given up" };

/** Damage and mending of one aircraft: its repairs one by one, and the log of its life. */
export function MendPage({ workplace }: { workplace: Workplace }) {
  const { id, file } = workplace;
  const person = useSession().name ?? "";
  const queries = useQueryClient();
  const [chosen, setChosen] = useState<string | null>(null);
  const [log, setLog] = useState(false);
  const [fresh, setFresh] = useState<Repair | null>(null);
  const query = useQuery({
    queryKey: repairsKey(id),
    queryFn: () =>
      carried(`repairs-${id}`, () => takeAs<RepairsOut>(client.GET("/api/airframes/{airframe_id}/repairs", { params: { path: { airframe_id: id } } }))),
    networkMode: "always",
  });
  // what was begun without a net is there too
  const waiting = Object.values(readWaiting(person, id).repairs).filter((w) => !query.data?.repairs.some((r) => r.repair.id === w.repair.id));
  const known = query.data?.repairs ?? [];
  const open = known.find((r) => r.repair.result === "open") ?? known[0];
  const unsent = waiting[0]?.repair;
  const now = fresh?.id ?? chosen ?? open?.repair.id ?? unsent?.id ?? null;
  const row = known.find((r) => r.repair.id === now) ?? null;
  const start = row?.repair ?? (fresh?.id === now ? fresh : waiting.find((w) => w.repair.id === now)?.repair) ?? null;

  async function remove(one: RepairOut) {
    await take(client.DELETE("/api/airframes/{airframe_id}/repairs/{repair_id}", { params: { path: { airframe_id: id, repair_id: one.id } } }));
    setChosen(null);
    setFresh(null);
    void queries.invalidateQueries({ queryKey: repairsKey(id) });
  }
  const begin = () => {
    setFresh(newRepair());
    setChosen(null);
    setLog(false);
  };

  return (
    <>
      <WorkshopBar workplace={workplace} place="mend" away={false} refused={false} schemeId={shownOf(file, "wing")!.id} station={null} />
      <Messages
        workplace={workplace}
        trouble={query.isError ? (query.error instanceof Fault ? query.error.message : "Something broke here.") : null}
        loose={[]}
        schemeId={null}
      />
      <main className="px-4 py-3">
        <div className="mb-3 flex flex-wrap items-end gap-3 print:hidden">
          {known.length + waiting.length + (fresh ? 1 : 0) > 0 && (
            <label className="min-w-0">
              <span className="block text-[15px] font-medium">Repair</span>
              <select
                className="entry max-w-96"
                value={log ? "" : (now ?? "")}
                onChange={(e) => {
                  setLog(false);
                  setFresh(null);
                  setChosen(e.target.value);
                }}
              >
                {log && <option value="">choose one</option>}
                {fresh && !known.some((r) => r.repair.id === fresh.id) && <option value={fresh.id}>the new one</option>}
                {known.map((r) => (
                  <option key={r.id} value={r.repair.id}>{`${r.repair.day}${r.repair.name && `, ${r.repair.name}`}: ${RESULT[r.repair.result]}`}</option>
                ))}
                {waiting.map((w) => (
                  <option key={w.repair.id} value={w.repair.id}>{`${w.repair.day}${w.repair.name && `, ${w.repair.name}`}: not sent yet`}</option>
                ))}
              </select>
            </label>
          )}
          <button type="button" className={known.length ? "btn min-h-11" : "btn btn-main min-h-11"} onClick={begin}>
            It came down: begin a repair
          </button>
          <button type="button" className="btn min-h-11" aria-pressed={log} onClick={() => setLog(!log)}>
            {log ? "Back to the repair" : "Log of its life"}
          </button>
          {row && !log && (
            <button type="button" className="btn btn-quiet min-h-11" onClick={() => void remove(row)}>
              Take this repair out
            </button>
          )}
        </div>
        {(query.data?.unreadable ?? []).length > 0 && <Unreadable lines={query.data!.unreadable} />}
        {log ? (
          <LifeLog airframe={id} name={file.airframe.name} />
        ) : start ? (
          <RepairSheet key={start.id} workplace={workplace} row={row} start={start} />
        ) : query.isPending ? (
          <p className="p-6 text-lg">Laying it on the table…</p>
        ) : (
          <section className="max-w-2xl border border-rule bg-sheet p-4 text-[17px] leading-6">
            <h2 className="text-[19px] font-semibold">Nothing is broken, as far as anybody wrote down</h2>
            <p className="mt-1">
              When {file.airframe.name} comes down hard, begin a repair: look it over point by point, press on the drawing where it is hurt, and see what it
              would still stand, what each mend gives back, and whether it may fly again today. It works on a phone at the edge of the field.
            </p>
          </section>
        )}
      </main>
    </>
  );
}

export type { Aim };
