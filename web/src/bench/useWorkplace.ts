import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useState } from "react";

import type { AirframeFile, PartName, Scheme } from "../api/types";
import { schemesOf } from "../lib/parts";
import { findUnsaved } from "../lib/unsaved";
import { useSession } from "../session";
import { type Saving, useAutosave } from "./useAutosave";
import { canonical, type Document, useDocument } from "./useDocument";

/** Schemes of one part; more are refused by the server. */
export const MOST_SCHEMES = 12;

export interface Workplace {
  id: number;
  file: AirframeFile;
  document: Document;
  saving: Saving;
  /** Whether what was not saved when the page closed has been put back. */
  putBack: boolean;
  closePutBack: () => void;
  /** The document for which an answer has come: only what can be worked out is saved. */
  setAnswered: (file: AirframeFile | null) => void;
  /** Lay one more scheme of a part; null where there are too many. */
  addScheme: (like: Scheme, next: Omit<Scheme, "id" | "part">) => string | null;
}

/** One airframe that is worked on: its document with every step back, saved by itself; the same on the stand and on each bench. */
export function useWorkplace(id: number, version: number, initial: AirframeFile): Workplace {
  const person = useSession().name ?? "";
  const queries = useQueryClient();
  const document = useDocument(id, initial);
  const { file, change, undo, redo, replace } = document;
  const [found] = useState(() => {
    const kept = findUnsaved(person, id);
    return kept && canonical(kept.file) !== canonical(initial) ? kept : null;
  });
  const [putBack, setPutBack] = useState(found !== null);
  const [answered, setAnswered] = useState<AirframeFile | null>(null);
  const saving = useAutosave(id, person, file, answered === file, found?.basedOn ?? version);

  useEffect(() => {
    if (found) replace(found.file);
  }, [found, replace]);
  useEffect(() => {
    if (saving.state === "saved") void queries.invalidateQueries({ queryKey: ["airframes"] });
  }, [saving.state, queries]);
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== "z") return;
      if (event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement) return;
      event.preventDefault();
      if (event.shiftKey) redo();
      else undo();
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  }, [undo, redo]);

  const addScheme = useCallback(
    (like: Scheme, next: Omit<Scheme, "id" | "part">) => {
      if (schemesOf(file, like.part).length >= MOST_SCHEMES) return null;
      const made: Scheme = { ...next, part: like.part, id: freeId(file, like.id) };
      change((f) => ({ ...f, schemes: [...f.schemes, made] }));
      return made.id;
    },
    [file, change],
  );
  return { id, file, document, saving, putBack, closePutBack: useCallback(() => setPutBack(false), []), setAnswered, addScheme };
}

/** An id that no scheme of the airframe has. */
export function freeId(file: AirframeFile, stem: string): string {
  const taken = new Set(file.schemes.map((s) => s.id));
  let k = 2;
  while (taken.has(`${stem.slice(0, 30)}-${k}`)) k += 1;
  return `${stem.slice(0, 30)}-${k}`;
}

/** Choose a scheme of a part to be built, or none. */
export function withChosen(file: AirframeFile, part: PartName, chosen: string | null): AirframeFile {
  const rest = Object.fromEntries(Object.entries(file.chosen).filter(([name]) => name !== part));
  return { ...file, chosen: chosen === null ? rest : { ...rest, [part]: chosen } };
}
