import { useCallback, useEffect, useMemo, useState } from "react";

import { client, Fault, takeAs } from "../api/client";
import type { AirframeFile, Lifting, PartName, Piece, Point, Scheme, ShelfAnswer, Verdict } from "../api/types";
import { besideOf, partOf, schemesOf, shownOf, withPart } from "../lib/parts";
import { useUnits } from "../session";
import type { Wish } from "./AddPiece";
import type { Document } from "./useDocument";
import { useShelf } from "./useShelf";
import { type Answer, useVerdict } from "./useVerdict";
import { MOST_SCHEMES, withChosen, type Workplace } from "./useWorkplace";
import type { Why } from "./WorkingSheet";

export type View = "bench" | "compare" | "search";

/** One part as it lies on the bench: its schemes, the one in hand, what that gives, and what can be done with it. */
export interface Bench {
  workplace: Workplace;
  document: Document;
  file: AirframeFile;
  name: PartName;
  part: Lifting;
  schemes: Scheme[];
  scheme: Scheme;
  others: Scheme[];
  answer: Answer;
  verdict: Verdict | null;
  shelf: ShelfAnswer | undefined;
  /** Figures on screen are not those of what is drawn. */
  stale: boolean;
  trouble: string | null;
  view: View;
  setView: (view: View) => void;
  tab: string;
  setTab: (tab: string) => void;
  selected: string | null;
  select: (piece: string | null) => void;
  piece: Piece | null;
  index: number;
  /** Where the section is cut, mm; the weakest place if null. */
  station: number | null;
  setStation: (mm: number | null) => void;
  shownStation: number | null;
  why: Why | null;
  setWhy: (why: Why | null) => void;
  take: (scheme: string) => void;
  changeScheme: (next: (scheme: Scheme) => Scheme, key?: string) => void;
  changePiece: (id: string, next: (piece: Piece) => Piece, key?: string) => void;
  add: (kind: Wish) => Promise<void>;
  /** As a new scheme; with what the part itself is described otherwise for it. */
  lay: (next: Omit<Scheme, "id" | "part">, described?: Point["made"]) => void;
  choose: (scheme: string | null) => void;
  remove: (scheme: string) => void;
}

export function useBench(workplace: Workplace, name: PartName): Bench {
  const units = useUnits();
  const { file, document, id } = workplace;
  const { change } = document;
  const [schemeId, setSchemeId] = useState(() => shownOf(file, name)!.id);
  const [view, setView] = useState<View>("bench");
  const [tab, setTab] = useState("pieces");
  const [selected, select] = useState<string | null>(null);
  const [station, setStation] = useState<number | null>(null);
  const [why, setWhy] = useState<Why | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const schemes = useMemo(() => schemesOf(file, name), [file, name]);
  const scheme = schemes.find((s) => s.id === schemeId) ?? shownOf(file, name)!;
  const others = useMemo(() => besideOf(file, name), [file, name]);
  const answer = useVerdict(file.airframe, scheme, others, station, units, file);
  const { verdict, answered } = answer;
  const shelf = useShelf(id, file.airframe, scheme, answered === file);
  const { setAnswered, addScheme } = workplace;
  useEffect(() => setAnswered(answered), [answered, setAnswered]);

  const take = useCallback((to: string) => {
    setSchemeId(to);
    select(null);
  }, []);
  const changeScheme = useCallback(
    (next: (scheme: Scheme) => Scheme, key?: string) =>
      change((f) => ({ ...f, schemes: f.schemes.map((s) => (s.id === scheme.id ? next(s) : s)) }), key && `${scheme.id}.${key}`),
    [change, scheme.id],
  );
  const changePiece = useCallback(
    (pieceId: string, next: (piece: Piece) => Piece, key?: string) =>
      changeScheme((s) => ({ ...s, pieces: s.pieces.map((p) => (p.id === pieceId ? next(p) : p)) }), key),
    [changeScheme],
  );

  async function add(kind: Wish) {
    try {
      const found = await takeAs<Piece[]>(client.POST("/api/suggest", { body: { airframe: file.airframe, scheme, kind } }));
      changeScheme((s) => ({ ...s, pieces: [...s.pieces, ...found] }));
      select(found[0]?.id ?? null);
      setTrouble(null);
    } catch (cause) {
      setTrouble(cause instanceof Fault ? cause.message : "Something broke here.");
    }
  }

  function lay(next: Omit<Scheme, "id" | "part">, described?: Point["made"]) {
    const made = addScheme(scheme, next);
    if (made === null) {
      setTrouble(`There are ${MOST_SCHEMES} schemes already: remove one first.`);
      return;
    }
    if (described && Object.keys(described).length) change((f) => ({ ...f, airframe: withPart(f.airframe, name, (p) => ({ ...p, ...described })) }));
    take(made);
    setView("bench");
    setTab("pieces");
  }

  const index = scheme.pieces.findIndex((p) => p.id === selected);
  return {
    workplace, document, file, name, part: partOf(file.airframe, name), schemes, scheme, others, answer, verdict, shelf,
    stale: answer.problems.length > 0 || answer.trouble !== null,
    trouble: answer.trouble ?? trouble, view, setView, tab, setTab, selected, select,
    piece: index >= 0 ? scheme.pieces[index]! : null, index, station, setStation,
    shownStation: station ?? verdict?.breaks.y_mm ?? null, why, setWhy, take, changeScheme, changePiece, add, lay,
    choose: (chosen) => change((f) => withChosen(f, name, chosen)),
    remove: (gone) => {
      change((f) => ({ ...withChosen(f, name, f.chosen[name] === gone ? null : (f.chosen[name] ?? null)), schemes: f.schemes.filter((s) => s.id !== gone) }));
      take(schemes.find((s) => s.id !== gone)!.id);
    },
  }; // prettier-ignore
}
