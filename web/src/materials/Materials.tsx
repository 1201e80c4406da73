import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Dialog } from "radix-ui";
import { useState } from "react";

import { useReturnFocus } from "../lib/useReturnFocus";
import { client, Fault, take, takeAs } from "../api/client";
import type { Copyable, MaterialsOut, OwnMaterialOut, Said } from "../api/types";
import { type Gone, TakeBackLine } from "../removed/TakeBack";
import { Faults, TextField, useFault } from "../ui/fields";
import { TopBar } from "../ui/TopBar";
import { Unreadable } from "../ui/Unreadable";
import { MaterialTable } from "./MaterialTable";

const TABLES: Record<string, string> = {
  foam: "Foams",
  board: "Boards",
  stock: "Sticks and sheets",
  skin: "Film, tape and paper",
  glue: "Glues",
  cord: "Cord",
};

interface Draft {
  key: string | null;
  from: Copyable;
  label: string;
  reason: string;
  /** What was typed, by figure: low, typical, high. */
  typed: Record<string, [string, string, string]>;
}

function plain(value: number): string {
  return String(Number(value.toPrecision(6)));
}

function draftOf(from: Copyable, own?: OwnMaterialOut): Draft {
  const typed: Draft["typed"] = {};
  for (const f of from.figures) {
    const figures = own?.material.figures?.[f.name] ?? f.spread;
    typed[f.name] = figures.map((v) => plain(v!)) as [string, string, string];
  }
  return { key: own?.material.id ?? null, from, label: own?.material.label ?? `${from.label}, ours`, reason: own?.material.reason ?? "", typed };
}

function FigureRow({
  figure,
  typed,
  onType,
}: {
  figure: Copyable["figures"][number];
  typed: [string, string, string];
  onType: (next: [string, string, string]) => void;
}) {
  const fault = useFault(`figures.${figure.name}`);
  const changed = typed.some((t, k) => Number(t.replace(",", ".")) !== Number(plain(figure.spread[k]!)));
  return (
    <tr className={`border-b border-rule align-top ${changed ? "bg-kraft-pale/60" : ""}`}>
      <th scope="row" className="py-1.5 pr-2 text-left font-normal">
        {figure.label}
        <span className="text-pencil">, {figure.unit}</span>
        {fault && (
          <span role="alert" className="block text-[14px] leading-4.5 font-medium text-gives">
            {fault}
          </span>
        )}
        {changed && !fault && <span className="block text-[14px] leading-4.5 text-pencil">the class: {figure.spread.map(plain).join(", ")}</span>}
      </th>
      {(["low", "typical", "high"] as const).map((word, k) => (
        <td key={word} className="py-1 pl-1">
          <input
            className="entry w-24 px-1.5 text-right"
            inputMode="decimal"
            aria-label={`${figure.label}, ${word}`}
            aria-invalid={fault !== null}
            value={typed[k]}
            onChange={(e) => onType(typed.map((t, j) => (j === k ? e.target.value : t)) as [string, string, string])}
          />
        </td>
      ))}
    </tr>
  );
}

function Editor({ start, onDone }: { start: Draft; onDone: (removed: boolean) => void }) {
  const returnFocus = useReturnFocus();
  const queries = useQueryClient();
  const [draft, setDraft] = useState(start);
  const [faults, setFaults] = useState<Said[]>([]);
  const [trouble, setTrouble] = useState<string | null>(null);

  async function finish(done: Promise<unknown>, removed = false) {
    try {
      await done;
      await Promise.all([
        queries.invalidateQueries({ queryKey: ["materials"] }),
        queries.invalidateQueries({ queryKey: ["catalogue"] }),
        queries.invalidateQueries({ queryKey: ["airframes"] }),
      ]);
      onDone(removed);
    } catch (cause) {
      setFaults(cause instanceof Fault ? cause.problems : []);
      setTrouble(cause instanceof Fault ? cause.message : "Something broke here.");
    }
  }

  function save() {
    const figures: Record<string, [number, number, number]> = {};
    const unread: Said[] = [];
    for (const f of draft.from.figures) {
      const values = draft.typed[f.name]!.map((t) => (t.trim() ? Number(t.replace(",", ".")) : NaN)) as [number, number, number];
      if (values.some(Number.isNaN))
        unread.push({
          field: `figures.${f.name}`,
          label: f.label,
          what: "One of these is not a number.",
          right: `For example ${f.spread.map(plain).join(", ")}.`,
        });
      else if (values.some((v, k) => v !== Number(plain(f.spread[k]!)))) figures[f.name] = values;
    }
    if (unread.length) {
      setFaults(unread);
      setTrouble("Not saved yet: a figure is no number.");
      return;
    }
    const body = { table: draft.from.table as never, copied_from: draft.from.id, label: draft.label, reason: draft.reason, figures };
    void finish(
      draft.key ? take(client.PUT("/api/materials/{key}", { params: { path: { key: draft.key } }, body })) : take(client.POST("/api/materials", { body })),
    );
  }

  return (
    <Dialog.Root open onOpenChange={(o) => !o && onDone(false)}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-ink/40" />
        <Dialog.Content
          {...returnFocus}
          className="fixed top-[4vh] left-1/2 max-h-[92vh] w-[40rem] max-w-[97vw] -translate-x-1/2 overflow-y-auto border-2 border-ink bg-sheet p-4"
          aria-describedby={undefined}
        >
          <Dialog.Title className="text-xl font-semibold">{draft.key ? "Change our material" : `A copy of ${draft.from.label}`}</Dialog.Title>
          <p className="text-[15px] text-pencil">{draft.from.source}.</p>
          <Faults.Provider value={faults}>
            <div className="mt-3 grid gap-3 sm:grid-cols-2">
              <TextField label="Name" path="label" value={draft.label} onChange={(label) => setDraft({ ...draft, label })} />
              <TextField
                label="Why its figures differ"
                path="reason"
                value={draft.reason}
                onChange={(reason) => setDraft({ ...draft, reason })}
                hint="for example: bent over two supports, June"
              />
            </div>
            <table className="mt-3 w-full border-collapse text-[15px]">
              <caption className="sr-only">Figures of this material</caption>
              <thead>
                <tr className="border-b border-ink text-[14px] text-pencil">
                  <th scope="col" className="text-left font-normal">
                    figure
                  </th>
                  <th scope="col" className="text-right font-normal">
                    one in ten is below
                  </th>
                  <th scope="col" className="text-right font-normal">
                    typical
                  </th>
                  <th scope="col" className="text-right font-normal">
                    one in ten is above
                  </th>
                </tr>
              </thead>
              <tbody>
                {draft.from.figures.map((f) => (
                  <FigureRow
                    key={f.name}
                    figure={f}
                    typed={draft.typed[f.name]!}
                    onType={(next) => setDraft({ ...draft, typed: { ...draft.typed, [f.name]: next } })}
                  />
                ))}
              </tbody>
            </table>
          </Faults.Provider>
          {trouble && (
            <p role="alert" className="mt-2 font-medium text-gives">
              {trouble}
            </p>
          )}
          <div className="mt-4 flex justify-between gap-2">
            {draft.key ? (
              <button className="btn" onClick={() => void finish(take(client.DELETE("/api/materials/{key}", { params: { path: { key: draft.key! } } })), true)}>
                Remove it
              </button>
            ) : (
              <span />
            )}
            <span className="flex gap-2">
              <Dialog.Close className="btn">Leave it</Dialog.Close>
              <button className="btn btn-main" onClick={save}>
                Save
              </button>
            </span>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

/** Materials with figures and sources; the workshop's own are copies with some figures changed. */
export function Materials() {
  const query = useQuery({ queryKey: ["materials"], queryFn: () => takeAs<MaterialsOut>(client.GET("/api/materials")) });
  const [draft, setDraft] = useState<Draft | null>(null);
  const [gone, setGone] = useState<Gone | null>(null);
  const { own = [], shipped = [] } = query.data ?? {};
  return (
    <>
      <TopBar />
      <main className="mx-auto max-w-5xl px-4 py-5">
        <h1 className="border-b-2 border-ink pb-3 text-2xl font-semibold">Materials</h1>
        {query.isSuccess && (
          <p className="mt-2 max-w-3xl leading-5">
            Each bar goes from what one in ten is below to what one in ten is above; its mark is the typical. A heading sorts. “See and copy” has every figure
            and where it comes from.
          </p>
        )}
        {query.isPending && <p className="py-6 text-lg">Getting the materials…</p>}
        {query.isError && (
          <p role="alert" className="py-6">
            {query.error instanceof Fault ? query.error.message : "Something broke here."}{" "}
            <button className="btn" onClick={() => void query.refetch()}>
              Try again
            </button>
          </p>
        )}
        <TakeBackLine gone={gone} onDone={() => setGone(null)} />
        <Unreadable lines={query.data?.unreadable ?? []} />
        {query.isSuccess && (
          <section aria-label="Our own" className="mt-4" data-testid="own-materials">
            <h2 className="border-b border-ink text-[18px] font-semibold">Our own</h2>
            {own.length === 0 && (
              <p className="py-2">
                None yet. Where you know better, copy a material below, change its figures and say why. Only this workshop sees it; every list on the bench then
                offers it.
              </p>
            )}
            <ul>
              {own.map((o) => {
                const from = shipped.find((s) => s.id === o.material.copied_from)!;
                return (
                  <li key={o.material.id} className="grid grid-cols-[minmax(0,1fr)_auto] gap-x-3 border-b border-rule py-1.5">
                    <p className="leading-5">
                      <b className="font-medium">{o.material.label}</b>
                      <span className="block text-[15px] text-pencil">
                        from {from.label}; {o.material.reason} ({o.who}).{" "}
                        {from.figures
                          .filter((f) => o.material.figures?.[f.name])
                          .map((f) => `${f.label}: ${plain(o.material.figures![f.name]![1]!)} ${f.unit} instead of ${plain(f.spread[1]!)}`)
                          .join("; ")}
                        {o.used_by.length > 0 && `. Used by ${o.used_by.join(", ")}`}.
                      </span>
                    </p>
                    <button className="btn" aria-label={`Change ${o.material.label}`} onClick={() => setDraft(draftOf(from, o))}>
                      Change
                    </button>
                  </li>
                );
              })}
            </ul>
          </section>
        )}
        {Object.entries(TABLES).map(([table, title]) => {
          const here = shipped.filter((s) => s.table === table);
          return (
            here.length > 0 && <MaterialTable key={table} title={title} materials={here} money={query.data?.money ?? ""} onSee={(m) => setDraft(draftOf(m))} />
          );
        })}
      </main>
      {draft && (
        <Editor
          key={`${draft.key}-${draft.from.id}`}
          start={draft}
          onDone={(removed) => {
            const row = own.find((o) => o.material.id === draft.key);
            setGone(removed && row ? { kind: "material", id: row.row_id, name: row.material.label } : gone);
            setDraft(null);
          }}
        />
      )}
    </>
  );
}
