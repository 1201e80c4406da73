import { useQueryClient } from "@tanstack/react-query";
import { Tabs } from "radix-ui";
import { useCallback, useEffect, useMemo, useState } from "react";

import { client, Fault, takeAs } from "../api/client";
import type { AirframeFile, Piece, Scheme } from "../api/types";
import { AirframeForm } from "../airframes/AirframeForm";
import { type End, PlanSheet } from "../drawing/PlanSheet";
import { SliceView } from "../drawing/SliceView";
import { length, trim } from "../lib/show";
import { useCatalogue, useUnits } from "../session";
import { FindBetter } from "../search/FindBetter";
import { AsTable } from "../ui/AsTable";
import { Faults } from "../ui/fields";
import { TopBar } from "../ui/TopBar";
import { AboutScheme } from "./AboutScheme";
import { AddPiece, type Wish } from "./AddPiece";
import { AnswerLine } from "./AnswerLine";
import { AlongSpan } from "./AlongSpan";
import { BothVersions } from "./BothVersions";
import { Compare } from "./Compare";
import { ControlsTab } from "./ControlsTab";
import { GlueTab } from "./GlueTab";
import { HistorySheet } from "./HistorySheet";
import { HereLine } from "./HereLine";
import { Keys } from "./Keys";
import { Ledger } from "./Ledger";
import { Loads } from "./Loads";
import { PieceEditor } from "./PieceEditor";
import { ShelfTab } from "./ShelfTab";
import { TakeAway } from "./TakeAway";
import { Targets } from "./Targets";
import { useAutosave } from "./useAutosave";
import { useDocument } from "./useDocument";
import { useShelf } from "./useShelf";
import { useVerdict } from "./useVerdict";
import { RibbonNames, WeakSpots } from "./WeakSpots";
import { type Why, WorkingSheet } from "./WorkingSheet";

const TABS = { pieces: "Ledger", weak: "Weak spots", loads: "Loads", span: "Along the span", glue: "Glue", controls: "Controls", shelf: "Shelf", airframe: "Airframe" } as const;
type Tab = keyof typeof TABS;
const SAVED_WORD = { saved: "saved", saving: "saving…", waiting: "saving…", kept: "not saved: kept here, trying again", gone: "not saved: removed meanwhile" } as const;

const MOST_SCHEMES = 12;

function clamp(value: number, low: number, high: number): number {
  return Math.min(Math.max(value, low), high);
}

/** A piece with one end moved, kept in order and on the chord. */
function moved(piece: Piece, end: End, y: number, share: number): Piece {
  const next = { ...piece };
  if (end === "from") next.y_from_mm = clamp(y, 0, piece.y_to_mm - 1);
  else next.y_to_mm = Math.max(y, piece.y_from_mm + 1);
  if ("chord_from" in next) next[end === "from" ? "chord_from" : "chord_to"] = clamp(Math.round(share * 1000) / 1000, 0, 1);
  return next;
}

export function Bench({ id, version, initial }: { id: number; version: number; initial: AirframeFile }) {
  const units = useUnits();
  const catalogue = useCatalogue();
  const queries = useQueryClient();
  const document = useDocument(id, initial);
  const { file, change, settle, undo, redo } = document;
  const [schemeId, setSchemeId] = useState(initial.chosen ?? initial.schemes[0]!.id);
  const [view, setView] = useState<"bench" | "compare" | "search">("bench");
  const [tab, setTab] = useState<Tab>("pieces");
  const [both, setBoth] = useState(false);
  const [selected, setSelected] = useState<string | null>(null);
  const [station, setStation] = useState<number | null>(null);
  const [why, setWhy] = useState<Why | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const scheme = file.schemes.find((s) => s.id === schemeId) ?? file.schemes[0]!;
  const answer = useVerdict(file.airframe, scheme, station, units, file);
  const { verdict } = answer;
  const shelf = useShelf(id, file.airframe, scheme, answer.answered === file);
  const saving = useAutosave(id, file, answer.answered === file, version);

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
      setSelected(found[0]?.id ?? null);
      setTrouble(null);
    } catch (cause) {
      setTrouble(cause instanceof Fault ? cause.message : "Something broke here.");
    }
  }

  function lay(next: Omit<Scheme, "id">) {
    if (file.schemes.length >= MOST_SCHEMES) {
      setTrouble(`There are ${MOST_SCHEMES} schemes already: remove one first.`);
      return;
    }
    const taken = new Set(file.schemes.map((s) => s.id));
    let k = 2;
    while (taken.has(`${scheme.id.slice(0, 30)}-${k}`)) k += 1;
    const laid = { ...next, id: `${scheme.id.slice(0, 30)}-${k}` };
    change((f) => ({ ...f, schemes: [...f.schemes, laid] }));
    setSchemeId(laid.id);
    setSelected(null);
    setView("bench");
    setTab("pieces");
  }
  const choose = (chosen: string | null) => change((f) => ({ ...f, chosen }));
  const names = useMemo(() => Object.fromEntries((verdict?.ledger ?? []).map((l) => [l.piece_id ?? "", l.label])), [verdict]);

  const index = scheme.pieces.findIndex((p) => p.id === selected);
  const piece = index >= 0 ? scheme.pieces[index]! : null;
  const stale = answer.problems.length > 0 || answer.trouble !== null;
  const loose = useMemo(
    () => answer.problems.filter((p) => !(piece && p.field.startsWith(`pieces.${index}.`))),
    [answer.problems, piece, index],
  );
  const cautions = verdict?.ledger.find((l) => l.piece_id === selected)?.cautions ?? [];
  const shownStation = station ?? verdict?.breaks.y_mm ?? null;

  return (
    <Faults.Provider value={answer.problems}>
      <TopBar
        actions={
          <>
            <span role="status" className={`text-[15px] ${saving.state === "kept" || saving.state === "gone" ? "font-medium text-gives" : "text-pencil"}`} data-testid="saved">
              {answer.problems.length ? "not saved until it can be built" : SAVED_WORD[saving.state]}
            </span>
            <Keys />
            <HistorySheet airframeId={id} saves={saving.saves} onBack={document.replace} />
            <TakeAway file={file} schemeId={scheme.id} station={shownStation} />
            <button className="btn" disabled={!document.canUndo} onClick={undo}>
              Undo
            </button>
            <button className="btn" disabled={!document.canRedo} onClick={redo}>
              Redo
            </button>
          </>
        }
      >
        <h1 className="truncate text-lg font-medium">{file.airframe.name}, the wing</h1>
      </TopBar>

      <Tabs.Root value={scheme.id} onValueChange={(next) => { setSchemeId(next); setSelected(null); }}>
        <div className="flex items-end gap-1 border-b border-rule px-3 pt-2 max-lg:flex-wrap">
          <div className="flex min-w-0 items-end gap-1 overflow-x-auto max-lg:w-full">
          <Tabs.List aria-label="Schemes: ways to build this wing" className="flex gap-1">
            {file.schemes.map((s) => (
              <Tabs.Trigger key={s.id} value={s.id} aria-controls="on-the-bench" className="min-h-10 border border-b-0 border-rule px-4 whitespace-nowrap text-pencil data-[state=active]:border-ink data-[state=active]:bg-sheet data-[state=active]:font-semibold data-[state=active]:text-ink">
                {s.name}
                {file.chosen === s.id && " "}
                {file.chosen === s.id && <span className="ml-2 text-[14px] font-normal text-kraft">chosen</span>}
              </Tabs.Trigger>
            ))}
          </Tabs.List>
          <AboutScheme
            scheme={scheme}
            only={file.schemes.length === 1}
            chosen={file.chosen === scheme.id}
            onChoose={() => choose(file.chosen === scheme.id ? null : scheme.id)}
            onChange={(next, key) => changeScheme((s) => ({ ...s, ...next }), key)}
            onRemove={() => {
              const rest = file.schemes.filter((s) => s.id !== scheme.id);
              change((f) => ({ ...f, chosen: f.chosen === scheme.id ? null : f.chosen, schemes: f.schemes.filter((s) => s.id !== scheme.id) }));
              setSchemeId(rest[0]!.id);
            }}
          />
          {file.schemes.length < MOST_SCHEMES && (
            <button className="btn btn-quiet whitespace-nowrap" onClick={() => lay({ ...scheme, name: `${scheme.name.slice(0, 50)}, copy` })}>
              Copy this scheme
            </button>
          )}
          </div>
          <span className="ml-auto flex shrink-0 gap-2 pb-1">
            <button className="btn whitespace-nowrap" aria-pressed={view === "compare"} onClick={() => setView(view === "compare" ? "bench" : "compare")}>
              Compare
            </button>
            <button className="btn whitespace-nowrap" aria-pressed={view === "search"} onClick={() => setView(view === "search" ? "bench" : "search")}>
              Find a better one
            </button>
          </span>
        </div>
      </Tabs.Root>

      {verdict && view !== "compare" && <AnswerLine verdict={verdict} stale={stale} onWhy={(figure) => setWhy({ figure })} />}
      {(answer.trouble ?? trouble) && (
        <p role="alert" className="bg-gives px-4 py-2 font-medium text-white">
          {answer.trouble ?? trouble}
        </p>
      )}
      {loose.length > 0 && (
        <ul role="alert" className="border-b-2 border-gives bg-gives-pale px-4 py-2" data-testid="problems">
          {loose.map((p) => (
            <li key={p.field + p.what}>
              <b>{p.label[0]?.toUpperCase() + p.label.slice(1)}:</b> {p.what} {p.right}
            </li>
          ))}
        </ul>
      )}
      {saving.state === "gone" && (
        <p role="alert" className="border-b-2 border-kraft bg-kraft-pale px-4 py-2">
          Somebody removed this airframe meanwhile, so it cannot be saved. What you see is still here: press “Take away”, choose “The whole airframe”, and bring that file in again from the list.
        </p>
      )}
      {saving.conflict && (
        <div role="alert" className="flex flex-wrap items-center gap-3 border-b-2 border-kraft bg-kraft-pale px-4 py-2">
          <p className="flex-1">
            {saving.conflict.message} Changed: {saving.conflict.changed.join(", ")}. Nothing of yours is lost yet.
          </p>
          <button className="btn" aria-expanded={both} onClick={() => setBoth(!both)}>
            See both
          </button>
          <button className="btn" onClick={saving.keepMine}>
            Keep mine
          </button>
          <button className="btn" onClick={() => { const theirs = saving.takeTheirs(); if (theirs) document.replace(theirs); }}>
            Take theirs
          </button>
        </div>
      )}
      {saving.conflict && both && <BothVersions mine={file} theirs={saving.conflict.file as unknown as AirframeFile} schemeId={scheme.id} />}

      <div id="on-the-bench" role="tabpanel" aria-label={scheme.name}>
      {view === "compare" && <Compare airframeId={id} file={file} start={scheme.id} station={shownStation} onOpen={(to) => { setSchemeId(to); setSelected(null); setView("bench"); }} onChoose={choose} onClose={() => setView("bench")} />}
      {view === "search" && verdict && <FindBetter airframeId={id} file={file} scheme={scheme} verdict={verdict} money={shelf?.money ?? ""} onLay={lay} onClose={() => setView("bench")} />}
      {view === "bench" && <main className="grid gap-x-5 px-4 py-3 xl:grid-cols-[minmax(0,1.32fr)_minmax(0,1fr)] lg:grid-cols-[minmax(0,1.2fr)_minmax(0,1fr)]">
        <div className="min-w-0">
          {verdict ? (
            <>
              <PlanSheet
                plan={verdict.drawing.plan}
                ribbon={verdict.ribbon}
                weakest={{ y_mm: verdict.breaks.y_mm, words: `${verdict.breaks.how} at ${trim(verdict.breaks.n.value, 1)} g` }}
                station={shownStation}
                onStation={(y) => setStation(Math.round(y))}
                selected={selected}
                onSelect={setSelected}
                onMove={(pieceId, end, y, share, done) => {
                  changePiece(pieceId, (p) => moved(p, end, y, share), `${pieceId}.${end}.${done === null ? "keys" : "drag"}`);
                  if (done) settle();
                }}
              />
              <RibbonNames ribbon={verdict.ribbon} cases={verdict.cases} onWhy={setWhy} />
              <AsTable
                title="The plan as a table"
                head={["piece", "starts, out", "ends, out", "behind the root's nose, at its start", "at its end"]}
                rows={verdict.drawing.plan.pieces.map((p) => [names[p.piece_id] ?? p.kind, ...p.ends.map((e) => length(e[0]!, units)), ...p.ends.map((e) => length(e[1]!, units))])}
              />
              <label className="mt-1 flex items-center gap-3 text-[15px]">
                <span className="shrink-0">Station line</span>
                <input
                  type="range"
                  className="h-6 w-full accent-tape"
                  min={0}
                  max={Math.round(verdict.drawing.plan.half_span_mm)}
                  value={shownStation ?? 0}
                  onChange={(e) => setStation(Number(e.target.value))}
                />
                <button type="button" className="btn btn-quiet shrink-0 px-0" onClick={() => setStation(null)}>
                  to the weakest place
                </button>
              </label>
              <div className="mt-2">{answer.slice && <SliceView slice={answer.slice} selected={selected} names={names} />}</div>
              {answer.slice && <HereLine curves={verdict.curves} station={answer.slice.y_mm} onWhy={setWhy} />}
            </>
          ) : (
            !stale && <p className="p-6 text-lg">Working it out…</p>
          )}
        </div>

        <Tabs.Root value={tab} onValueChange={(next) => setTab(next as Tab)} className="min-w-0">
          <div className="overflow-x-auto border-b border-ink">
            <Tabs.List className="flex gap-3" aria-label="What to work on">
              {(Object.keys(TABS) as Tab[]).map((tab) => (
                <Tabs.Trigger key={tab} value={tab} className="min-h-10 border-b-4 border-transparent text-[16px] -outline-offset-2 whitespace-nowrap text-pencil data-[state=active]:border-kraft data-[state=active]:font-semibold data-[state=active]:text-ink">
                  {TABS[tab]}
                </Tabs.Trigger>
              ))}
            </Tabs.List>
          </div>
          <Tabs.Content value="pieces" className="pt-2">
            <div className="mb-1 flex justify-end">
              <AddPiece airframe={file.airframe} scheme={scheme} onAdd={(kind) => void add(kind)} main={scheme.pieces.length === 0} />
            </div>
            {scheme.pieces.length === 0 && verdict && (
              <div className="mb-3 border-l-4 border-kraft pl-3">
                <p className="text-[17px] font-medium">Nothing is in this wing yet.</p>
                <p>
                  Bare foam {verdict.sentence}, and {trim(verdict.ultimate_n, 1)} g are needed. Press “Add a piece”: the common build-ups come in sizes for this wing. By hand, start with what carries the bending, a tube or rods top and bottom; film comes next, it stops the twist.
                </p>
              </div>
            )}
            {verdict && <Ledger verdict={verdict} pieces={scheme.pieces} selected={selected} onSelect={setSelected} onSwitch={(pieceId, on) => changePiece(pieceId, (p) => ({ ...p, on }))} onWhy={setWhy} shelf={shelf} />}
            {piece && catalogue && (
              <div className="mt-3">
                <PieceEditor
                  key={piece.id}
                  piece={piece}
                  index={index}
                  catalogue={catalogue}
                  cautions={cautions}
                  onChange={(next, key) => changePiece(piece.id, next, key)}
                  onRemove={() => {
                    changeScheme((s) => ({ ...s, pieces: s.pieces.filter((p) => p.id !== piece.id) }));
                    setSelected(null);
                  }}
                  onClose={() => setSelected(null)}
                />
              </div>
            )}
            {verdict && <Targets verdict={verdict} onSet={() => setTab("airframe")} />}
            {verdict && <p className="mt-4 text-[14px] leading-4.5 text-pencil">{[...verdict.cautions, verdict.scope].join(" ")}</p>}
          </Tabs.Content>
          <Tabs.Content value="weak" className="pt-3">
            {verdict && <WeakSpots verdict={verdict} onWhy={setWhy} />}
          </Tabs.Content>
          <Tabs.Content value="loads" className="pt-3">
            {verdict && catalogue && (
              <Loads
                verdict={verdict}
                airframe={file.airframe}
                catalogue={catalogue}
                onWhy={setWhy}
                onFlight={(next, key) => change((f) => ({ ...f, airframe: { ...f.airframe, flight: next(f.airframe.flight) } }), `flight.${key}`)}
              />
            )}
          </Tabs.Content>
          <Tabs.Content value="span" className="pt-3">
            {verdict && <AlongSpan verdict={verdict} airframe={file.airframe} scheme={scheme} schemes={file.schemes} station={shownStation} onWhy={setWhy} />}
          </Tabs.Content>
          <Tabs.Content value="glue" className="pt-3">
            <GlueTab airframe={file.airframe} scheme={scheme} ready={answer.answered === file} />
          </Tabs.Content>
          <Tabs.Content value="controls" className="pt-3">
            {verdict && catalogue && <ControlsTab airframe={file.airframe} catalogue={catalogue} verdict={verdict} ready={answer.answered === file} onChange={(next, key) => change((f) => ({ ...f, airframe: next(f.airframe) }), `airframe.${key}`)} />}
          </Tabs.Content>
          <Tabs.Content value="shelf" className="pt-3">
            <ShelfTab airframeId={id} scheme={scheme} answer={shelf} saved={saving.state === "saved"} />
          </Tabs.Content>
          <Tabs.Content value="airframe" className="pt-3">
            {catalogue && <AirframeForm narrow airframe={file.airframe} catalogue={catalogue} onChange={(next, key) => change((f) => ({ ...f, airframe: next(f.airframe) }), `airframe.${key}`)} />}
          </Tabs.Content>
        </Tabs.Root>
      </main>}
      </div>
      {verdict && <WorkingSheet airframe={file.airframe} scheme={scheme} why={why} scope={verdict.scope} onClose={() => setWhy(null)} />}
    </Faults.Provider>
  );
}
