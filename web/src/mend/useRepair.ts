import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";

import { client, Fault, takeAs } from "../api/client";
import type { Repair, RepairOut, Said } from "../api/types";
import { useSession } from "../session";
import { arrived, isEmpty, readWaiting, type Waiting, type WaitingRepair, withRepair, writeWaiting } from "./kept";
import { type SentWaiting, sendWaiting } from "./sendWaiting";

export type Sent = "saved" | "saving" | "kept" | "refused" | "conflict" | "full";
export const SENT_WORD: Record<Sent, string> = {
  saved: "saved",
  saving: "saving…",
  kept: "kept on this phone: sent when there is a net",
  refused: "not saved until it can be read",
  conflict: "somebody else saved it too",
  full: "not saved: no room to keep it on this phone",
};

export const repairsKey = (id: number) => ["repairs", id];
export const lifeKey = (id: number) => ["life", id];
/** ms after the last change that it is sent, and that it is tried again; own choice. */
const SOON = 600;
const AGAIN = 8000;

/** Of each person and airframe, what is on its way: over a poor net a picture takes longer than the next try. */
const underWay = new Map<string, Promise<SentWaiting>>();

/** What waits on this phone for an airframe: read, changed, and sent as soon as that can be. */
export function useWaiting(airframe: number) {
  const person = useSession().name ?? "";
  const queries = useQueryClient();
  const change = useCallback((next: (w: Waiting) => Waiting) => writeWaiting(person, airframe, next(readWaiting(person, airframe))), [person, airframe]);
  const read = useCallback(() => readWaiting(person, airframe), [person, airframe]);

  const [, drawAnew] = useState(0);
  const whose = `${person} ${airframe}`;

  const sendOnce = useCallback(async () => {
    const params = { params: { path: { airframe_id: airframe } } };
    const sent = await sendWaiting(read(), change, {
      picture: (body) => takeAs(client.PUT("/api/airframes/{airframe_id}/repair-pictures", { ...params, body })),
      entry: (body) => takeAs(client.POST("/api/airframes/{airframe_id}/life", { ...params, body })),
    });
    if (sent.entries) void queries.invalidateQueries({ queryKey: lifeKey(airframe) });
    if (sent.entries || sent.pictures) drawAnew((t) => t + 1);
    return sent;
  }, [airframe, change, queries, read]);
  /** Pictures, and entries of the log: one after another, whoever on this page asks for it. */
  const sendRest = useCallback(() => {
    const next = (underWay.get(whose) ?? Promise.resolve()).then(sendOnce).finally(() => {
      if (underWay.get(whose) === next) underWay.delete(whose);
    });
    underWay.set(whose, next);
    return next;
  }, [sendOnce, whose]);
  /** The same, where something waits and none of it is on its way. */
  const sendWhatWaits = useCallback(() => {
    if (!isEmpty(read()) && !underWay.has(whose)) void sendRest();
  }, [read, sendRest, whose]);
  return { read, change, sendRest, sendWhatWaits };
}

interface Draft {
  row: number | null;
  version: number;
  repair: Repair;
}

/** One repair that is worked on: kept here at every change, sent when that can be, with every step back. */
export function useRepair(airframe: number, first: RepairOut | null, start: Repair) {
  const queries = useQueryClient();
  const { read, change, sendRest, sendWhatWaits } = useWaiting(airframe);
  const [draft, setDraft] = useState<Draft>(() => {
    const waiting = read().repairs[first?.repair.id ?? start.id];
    if (waiting) return { row: waiting.row ?? first?.id ?? null, version: waiting.basedOn, repair: waiting.repair };
    return first ? { row: first.id, version: first.version, repair: first.repair } : { row: null, version: 1, repair: start };
  });
  const [sent, setSent] = useState<Sent>(() => (read().repairs[draft.repair.id] || !first ? "saving" : "saved"));
  const [conflict, setConflict] = useState<RepairOut | null>(null);
  const [problems, setProblems] = useState<Said[]>([]);
  const past = useRef<Repair[]>([]);

  const lastKey = useRef<string | undefined>(undefined);
  const [turn, setTurn] = useState(0);
  const busy = useRef(false);
  const latest = useRef(draft);
  const [steps, setSteps] = useState(0);

  const put = useCallback(
    (repair: Repair) => {
      const now = { ...latest.current, repair };
      latest.current = now;
      setDraft(now);
      const kept = change((w) => withRepair(w, { row: now.row, basedOn: now.version, repair }));
      setSent(kept ? "saving" : "full");
      setTurn((t) => t + 1);
    },
    [change],
  );
  const edit = useCallback(
    (next: (repair: Repair) => Repair, key?: string) => {
      const now = latest.current.repair;
      if (!key || key !== lastKey.current) past.current = [...past.current.slice(-60), now];
      setSteps(past.current.length);
      lastKey.current = key;

      put(next(now));
    },
    [put],
  );
  const undo = useCallback(() => {
    const before = past.current.at(-1);
    if (!before) return;
    past.current = past.current.slice(0, -1);
    setSteps(past.current.length);

    lastKey.current = undefined;
    // what lies on the shelf is not undone by a step back here
    put({ ...before, taken: latest.current.repair.taken });
  }, [put]);

  const send = useCallback(async () => {
    if (busy.current) return;
    busy.current = true;
    const { row, version, repair } = latest.current;
    const going: WaitingRepair = { row, basedOn: version, repair };
    try {
      const path = { airframe_id: airframe };
      const out =
        row === null
          ? await takeAs<RepairOut>(client.POST("/api/airframes/{airframe_id}/repairs", { params: { path }, body: repair as never }))
          : await takeAs<RepairOut>(
              client.PUT("/api/airframes/{airframe_id}/repairs/{repair_id}", {
                params: { path: { ...path, repair_id: row } },
                body: { based_on: version, repair: repair as never },
              }),
            );
      change((w) => arrived(w, going, out.id, out.version));
      const now = { ...latest.current, row: out.id, version: out.version };
      latest.current = now;
      setDraft(now);
      setProblems([]);
      const more = now.repair !== repair;
      setSent(more ? "saving" : "saved");
      if (more) setTurn((t) => t + 1);
      void queries.invalidateQueries({ queryKey: repairsKey(airframe) });
      void sendRest();
    } catch (cause) {
      if (!(cause instanceof Fault)) throw cause;
      if (cause.status === 409) {
        setConflict((cause.body as { latest: RepairOut }).latest);
        setSent("conflict");
      } else if (cause.status === 422) {
        // what was changed while it was on its way may be right already
        const more = latest.current.repair !== repair;
        setProblems(more ? [] : cause.problems);
        setSent(more ? "saving" : "refused");
        if (more) setTurn((t) => t + 1);
      } else {
        setSent("kept");
      }
    } finally {
      busy.current = false;
    }
  }, [airframe, change, queries, sendRest]);

  useEffect(() => {
    if (sent !== "saving") return;
    const timer = setTimeout(() => void send(), SOON);
    return () => clearTimeout(timer);
  }, [sent, turn, send]);
  useEffect(() => {
    const again = () => {
      if (sent === "kept") void send();
      else sendWhatWaits();
    };
    window.addEventListener("online", again);
    const timer = setInterval(again, AGAIN);
    return () => {
      window.removeEventListener("online", again);
      clearInterval(timer);
    };
  }, [sent, send, sendWhatWaits]);

  const keepMine = useCallback(() => {
    if (!conflict) return;
    const now = { ...latest.current, row: conflict.id, version: conflict.version };
    latest.current = now;
    setDraft(now);
    setConflict(null);
    setSent("saving");
    setTurn((t) => t + 1);
  }, [conflict]);
  const takeTheirs = useCallback(() => {
    if (!conflict) return;
    past.current = [...past.current, latest.current.repair];
    const now = { row: conflict.id, version: conflict.version, repair: conflict.repair };
    latest.current = now;
    setDraft(now);
    change((w) => ({ ...w, repairs: Object.fromEntries(Object.entries(w.repairs).filter(([id]) => id !== now.repair.id)) }));
    setConflict(null);
    setSent("saved");
  }, [change, conflict]);

  /** What the server has made of it; what was changed here meanwhile stays. */
  const adopt = useCallback(
    (out: RepairOut, asked: Repair) => {
      const more = latest.current.repair !== asked;
      const repair = more ? { ...latest.current.repair, taken: out.repair.taken } : out.repair;
      const now = { row: out.id, version: out.version, repair };
      latest.current = now;
      setDraft(now);
      setSent(more ? "saving" : "saved");
      if (more) setTurn((t) => t + 1);
      void queries.invalidateQueries({ queryKey: repairsKey(airframe) });
    },
    [airframe, queries],
  );

  return { ...draft, adopt, sent, problems, conflict, keepMine, takeTheirs, edit, undo, canUndo: steps > 0 };
}

export type RepairDocument = ReturnType<typeof useRepair>;
