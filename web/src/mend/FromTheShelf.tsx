import { useState } from "react";

import { client, Fault, takeAs } from "../api/client";
import type { RepairOut, Schemas } from "../api/types";
import type { RepairDocument } from "./useRepair";

type Taken = Omit<Schemas["StockTaken"], "repair"> & { repair: RepairOut };

function said(cause: unknown): string {
  const first = cause instanceof Fault ? cause.problems[0] : undefined;
  return first ? `${first.what} ${first.right}` : cause instanceof Fault ? cause.message : "Something broke here.";
}

/** What the plan needs, taken off the shelf once; what is not there is told. */
export function FromTheShelf({ airframe, doc }: { airframe: number; doc: RepairDocument }) {
  const [told, setTold] = useState<Taken["lines"] | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const { repair, row, version, sent, adopt } = doc;
  if (repair.plans[repair.doing].mends.length === 0) return null;

  async function take() {
    setWrong(null);
    try {
      const got = await takeAs<Taken>(
        client.POST("/api/airframes/{airframe_id}/repairs/{repair_id}/take", {
          params: { path: { airframe_id: airframe, repair_id: row! } },
          body: { based_on: version },
        }),
      );
      setTold(got.lines);
      adopt(got.repair, repair);
    } catch (cause) {
      setWrong(said(cause));
    }
  }
  async function putBack() {
    setWrong(null);
    try {
      const got = await takeAs<RepairOut>(
        client.POST("/api/airframes/{airframe_id}/repairs/{repair_id}/put-back", {
          params: { path: { airframe_id: airframe, repair_id: row! } },
          body: { based_on: version },
        }),
      );
      setTold(null);
      adopt(got, repair);
    } catch (cause) {
      setWrong(said(cause));
    }
  }
  const gone = (told ?? []).filter((line) => !line.there);
  return (
    <div className="mt-2 border-b border-rule pb-2 text-[15px] print:hidden" data-testid="from-the-shelf">
      {repair.taken ? (
        <p className="flex flex-wrap items-center gap-3">
          What it needs was taken from the shelf on {repair.taken.slice(0, 10)}.
          <button type="button" className="btn min-h-11" disabled={row === null || sent !== "saved"} onClick={() => void putBack()}>
            Put it back
          </button>
        </p>
      ) : (
        <button type="button" className="btn min-h-11" disabled={row === null || sent !== "saved"} onClick={() => void take()}>
          Take what it needs from the shelf
        </button>
      )}
      {gone.length > 0 && <p className="mt-1 text-kraft">Not there: {[...new Set(gone.map((line) => line.what))].join("; ")}.</p>}
      {wrong && (
        <p role="alert" className="mt-1 font-medium text-gives">
          {wrong}
        </p>
      )}
    </div>
  );
}
