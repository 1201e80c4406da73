import { useCallback, useEffect, useReducer } from "react";

import type { AirframeFile } from "../api/types";
import { type History, step } from "./steps";

/** Steps back that outlive a reload, in this tab alone. */
const KEPT = 40;

/** A document's text with its names in order, so that equal documents have equal text. */
export function canonical(value: unknown): string {
  return JSON.stringify(value, (_, v: unknown) =>
    v && typeof v === "object" && !Array.isArray(v) ? Object.fromEntries(Object.entries(v).sort(([a], [b]) => (a < b ? -1 : 1))) : v,
  );
}

function restored(id: number, initial: AirframeFile): History {
  const fresh: History = { past: [], now: initial, future: [], key: null };
  try {
    const kept = JSON.parse(sessionStorage.getItem(`steps-${id}`) ?? "null") as { past: AirframeFile[]; now: string; future: AirframeFile[] } | null;
    // what somebody else saved meanwhile is not what these steps lead back from
    return kept && kept.now === canonical(initial) ? { ...fresh, past: kept.past, future: kept.future } : fresh;
  } catch {
    return fresh;
  }
}

export interface Document {
  file: AirframeFile;
  canUndo: boolean;
  canRedo: boolean;
  change: (next: (file: AirframeFile) => AirframeFile, key?: string) => void;
  settle: () => void;
  undo: () => void;
  redo: () => void;
  replace: (file: AirframeFile) => void;
}

/** The airframe and its schemes as they lie on the bench, with every step back. */
export function useDocument(id: number, initial: AirframeFile): Document {
  const [state, act] = useReducer(step, initial, (file) => restored(id, file));
  useEffect(() => {
    const keep = () => {
      try {
        sessionStorage.setItem(
          `steps-${id}`,
          JSON.stringify({ past: state.past.slice(-KEPT), now: canonical(state.now), future: state.future.slice(0, KEPT) }),
        );
      } catch {
        sessionStorage.removeItem(`steps-${id}`); // no room: the steps are gone after a reload, nothing else
      }
    };
    const timer = setTimeout(keep, 300);
    window.addEventListener("pagehide", keep);
    return () => {
      clearTimeout(timer);
      window.removeEventListener("pagehide", keep);
    };
  }, [id, state]);
  return {
    file: state.now,
    canUndo: state.past.length > 0,
    canRedo: state.future.length > 0,
    change: useCallback((next, key) => act({ do: "change", next, key: key ?? null }), []),
    settle: useCallback(() => act({ do: "settle" }), []),
    undo: useCallback(() => act({ do: "undo" }), []),
    redo: useCallback(() => act({ do: "redo" }), []),
    replace: useCallback((file) => act({ do: "replace", file }), []),
  };
}
