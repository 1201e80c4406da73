import { useCallback, useEffect, useRef, useState } from "react";

import { client, Fault, take } from "../api/client";
import type { AirframeFile, Conflict } from "../api/types";
import { forgetUnsaved, keepUnsaved } from "../lib/unsaved";

export interface Saving {
  state: "saved" | "saving" | "waiting" | "kept" | "gone";
  conflict: Conflict | null;
  /** So often it was saved since it was opened. */
  saves: number;
  /** Save over what somebody else saved. */
  keepMine: () => void;
  /** Take what somebody else saved; the bench puts it in place. */
  takeTheirs: () => AirframeFile | null;
}

const PAUSE = 500;
const AGAIN = 3000;
/** So soon a change is kept in the browser, ms. */
const KEEP = 150;

/** Every change saved by itself once it can be computed, with the version that it was based on. */
export function useAutosave(id: number, person: string, file: AirframeFile, computed: boolean, firstVersion: number): Saving {
  const version = useRef(firstVersion);
  const saved = useRef(file);
  const latest = useRef(file);
  const busy = useRef(false);
  const gone = useRef(false);
  const [state, setState] = useState<Saving["state"]>("saved");
  const [conflict, setConflict] = useState<Conflict | null>(null);
  const [attempt, setAttempt] = useState(0);
  const [saves, setSaves] = useState(0);

  // whatever happens to this page or to the server, the newest state is kept in this browser until it is saved
  useEffect(() => {
    latest.current = file;
    if (file === saved.current) return;
    const keep = () => {
      if (file !== saved.current) keepUnsaved(person, id, { basedOn: version.current, file });
    };
    const timer = setTimeout(keep, KEEP);
    window.addEventListener("pagehide", keep);
    return () => {
      clearTimeout(timer);
      window.removeEventListener("pagehide", keep);
    };
  }, [id, person, file]);

  useEffect(() => {
    if (file === saved.current) {
      setState("saved");
      forgetUnsaved(person, id);
      return;
    }
    setState((s) => (s === "kept" || s === "gone" ? s : "waiting"));
    if (!computed || conflict || busy.current || gone.current) return;
    const timer = setTimeout(() => {
      busy.current = true;
      setState("saving");
      take(client.PUT("/api/airframes/{airframe_id}", { params: { path: { airframe_id: id } }, body: { based_on: version.current, file } }))
        .then(
          (answer) => {
            version.current = answer.version;
            saved.current = file;
            if (latest.current === file) forgetUnsaved(person, id);
            setSaves((n) => n + 1);
            setState("saved");
          },
          (cause: unknown) => {
            if (cause instanceof Fault && cause.status === 409) setConflict(cause.body as Conflict);
            else if (cause instanceof Fault && cause.status === 404) {
              gone.current = true; // removed elsewhere: trying again would not bring it back
              setState("gone");
            } else {
              setState("kept");
              setTimeout(() => setAttempt((n) => n + 1), AGAIN);
            }
          },
        )
        .finally(() => {
          busy.current = false;
          setAttempt((n) => n + 1);
        });
    }, PAUSE);
    return () => clearTimeout(timer);
  }, [id, person, file, computed, conflict, attempt]);

  useEffect(() => {
    const warn = (event: BeforeUnloadEvent) => {
      if (state !== "saved") event.preventDefault();
    };
    window.addEventListener("beforeunload", warn);
    return () => window.removeEventListener("beforeunload", warn);
  }, [state]);

  const keepMine = useCallback(() => {
    if (conflict) version.current = conflict.version;
    setConflict(null);
    setAttempt((n) => n + 1);
  }, [conflict]);
  const takeTheirs = useCallback(() => {
    if (!conflict) return null;
    version.current = conflict.version;
    const theirs = conflict.file as unknown as AirframeFile;
    saved.current = theirs;
    forgetUnsaved(person, id);
    setConflict(null);
    return theirs;
  }, [conflict, id, person]);
  return { state, conflict, saves, keepMine, takeTheirs };
}
