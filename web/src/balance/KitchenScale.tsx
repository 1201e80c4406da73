import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";

import { client, Fault, take, takeAs } from "../api/client";
import type { Schemas } from "../api/types";
import { mass } from "../lib/show";
import { useUnits } from "../session";
import { useLatestState } from "../lib/useLatestState";
import { MeasureField, Reading, Readings } from "../ui/fields";

type ScaleShown = Schemas["ScaleOut"];
const KEY = ["scale"];

interface Props {
  /** What is to be weighed just now: its name. */
  next: { name: string } | null;
  onTake: (grams: number, step: number) => void;
}

/** The kitchen scale: what it shows, its tare, and the hand of the stand-in that ships with Fletcher. */
export function KitchenScale({ next, onTake }: Props) {
  const units = useUnits();
  const queries = useQueryClient();
  const [lays, setLays, latest] = useLatestState<number | null>(null);
  const [reading] = useState(() => new Reading());
  const [trouble, setTrouble] = useState<string | null>(null);
  const query = useQuery({
    queryKey: KEY,
    refetchInterval: 800,
    retry: false,
    queryFn: () => takeAs<ScaleShown>(client.GET("/api/scale")),
  });
  const shown = query.data;
  const put = async (asking: Promise<unknown>) => {
    try {
      queries.setQueryData(KEY, await asking);
      setTrouble(null);
    } catch (cause) {
      setTrouble(cause instanceof Fault ? (cause.problems[0]?.what ?? cause.message) : "The server does not answer.");
    }
  };
  const hand = (body: Schemas["Hand"]) => put(take(client.POST("/api/scale/hand", { body })));
  async function lay() {
    const right = await reading.allRight();
    const lay_g = latest();
    if (right && lay_g !== null) await hand({ lay_g });
  }
  return (
    <section aria-label="Kitchen scale" className="mb-2 border border-ink bg-sheet p-2" data-testid="scale">
      {shown?.there && !query.isError ? (
        <div className="grid grid-cols-[1fr_auto] items-center gap-2">
          <p className="text-[15px] text-pencil">
            it shows
            <span className={`block text-[34px] leading-9 font-semibold ${shown.steady ? "text-ink" : "text-pencil"}`} data-testid="scale-shows">
              {mass(shown.grams, units)}
            </span>
            {shown.steady ? "stands still" : "settling…"}
          </p>
          <div className="grid gap-2">
            <button
              type="button"
              className="btn btn-main min-h-12"
              disabled={!next || !shown.steady || shown.grams <= 0}
              onClick={() => onTake(shown.grams, shown.step_g)}
            >
              Take it{next ? ` for ${next.name}` : ""}
            </button>
            <button type="button" className="btn" onClick={() => void put(take(client.POST("/api/scale/tare")))}>
              Tare
            </button>
          </div>
        </div>
      ) : (
        <p role="status" className="text-[16px]">
          {query.isError ? "The server does not answer just now." : (shown?.what ?? "Asking the scale…")}
        </p>
      )}
      {trouble && (
        <p role="alert" className="font-medium text-gives">
          {trouble}
        </p>
      )}
      {shown?.stand_in && (
        <details className="mt-2 border-t border-rule pt-1 text-[15px]">
          <summary className="cursor-pointer text-pencil">It is a stand-in: lay something on it, or pull its plug</summary>
          <div className="mt-1 grid grid-cols-[1fr_auto_auto] items-end gap-2">
            <Readings.Provider value={reading}>
              <MeasureField
                label="Lay on it, so heavy"
                path="lay_g"
                kind="mass"
                value={lays}
                onChange={(v) => setLays(() => v)}
                onEmpty={() => setLays(() => null)}
              />
            </Readings.Provider>
            <button type="button" className="btn" disabled={lays === null} onClick={() => void lay()}>
              Lay it on
            </button>
            <button type="button" className="btn" onClick={() => void hand({ plugged: !shown.there })}>
              {shown.there ? "Pull its plug" : "Plug it in"}
            </button>
          </div>
        </details>
      )}
    </section>
  );
}
