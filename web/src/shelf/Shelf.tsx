import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Dialog } from "radix-ui";
import { type ChangeEvent, type FormEvent, useRef, useState } from "react";
import { Link } from "react-router";

import { useReturnFocus } from "../lib/useReturnFocus";
import { client, Fault, take } from "../api/client";
import type { Said, ShelfItem, ShelfLine, ShelfOut } from "../api/types";
import { useLatestState } from "../lib/useLatestState";
import { type Gone, TakeBackLine } from "../removed/TakeBack";
import { useUnits } from "../session";
import { Faults, MeasureField, Reading, Readings, TextField, jumpToFault } from "../ui/fields";
import { TopBar } from "../ui/TopBar";
import { Unreadable } from "../ui/Unreadable";

const GROUPS: { forms: ShelfItem["form"][]; title: string }[] = [
  { forms: ["rod", "tube", "strip"], title: "Rods, tubes and strips" },
  { forms: ["sheet", "block"], title: "Sheets, boards and blocks" },
  { forms: ["roll", "cord"], title: "Tape, film, cloth and cord" },
  { forms: ["glue"], title: "Glue" },
  { forms: ["gear"], title: "Motors, servos, batteries and what else is fitted" },
];

function said(cause: unknown): string {
  return cause instanceof Fault ? cause.message : "Something broke here.";
}

function Row({ line, onEdit }: { line: ShelfLine; onEdit: () => void }) {
  return (
    <li className="grid grid-cols-[3rem_minmax(0,1fr)_auto_auto_auto] items-baseline gap-x-3 border-b border-rule py-1.5 max-sm:grid-cols-[2.5rem_minmax(0,1fr)_auto]">
      <b className="text-right text-[17px] font-semibold">{line.item.count} ×</b>
      <span className="leading-5">
        {line.words}
        {line.item.note && <span className="text-pencil">, {line.item.note}</span>}
        {line.item.opened && <span className="text-[14px] text-pencil">, opened {line.item.opened}</span>}
        {line.warning && <span className="block text-[14px] leading-4.5 font-medium text-kraft">{line.warning}</span>}
        {line.reserved.map((r) => (
          <span key={`${r.airframe_id}-${r.scheme_id}`} className="block text-[14px] leading-4.5 text-tape">
            reserved for{" "}
            <Link className="underline" to={`/airframe/${r.airframe_id}`}>
              {r.airframe}
            </Link>
            , {r.scheme}
          </span>
        ))}
      </span>
      <span className="text-right text-[15px] whitespace-nowrap text-pencil max-sm:hidden">{line.price_words ? `${line.price_words} each` : "no price"}</span>
      <BoxTick line={line} />
      <button className="btn" aria-label={`Change ${line.words}`} onClick={onEdit}>
        Change
      </button>
    </li>
  );
}

/** What goes along to the field. */
function BoxTick({ line }: { line: ShelfLine }) {
  const queries = useQueryClient();
  const put = useMutation({
    mutationFn: (in_box: boolean) => take(client.PUT("/api/shelf/{item_id}/box", { params: { path: { item_id: line.id } }, body: { in_box } })),
    onSettled: () => queries.invalidateQueries({ queryKey: ["shelf"] }),
  });
  return (
    <label className="flex min-h-9 items-center gap-1.5 self-center text-[15px] whitespace-nowrap max-sm:col-start-2 max-sm:row-start-2">
      <input
        type="checkbox"
        className="size-5 accent-tape"
        aria-label={`In the field box: ${line.words}`}
        checked={put.isPending ? put.variables : (line.item.in_box ?? false)}
        disabled={put.isPending}
        onChange={(e) => put.mutate(e.target.checked)}
      />
      in the box
      {put.isError && (
        <span role="alert" className="font-medium text-gives">
          {said(put.error)}
        </span>
      )}
    </label>
  );
}

const SIZES: { field: "diameter_mm" | "bore_mm" | "width_mm" | "thickness_mm" | "length_mm"; label: string }[] = [
  { field: "diameter_mm", label: "Diameter" },
  { field: "bore_mm", label: "Bore" },
  { field: "width_mm", label: "Width" },
  { field: "thickness_mm", label: "Thickness" },
  { field: "length_mm", label: "Length of one" },
];

function Editor({ line, onDone }: { line: ShelfLine; onDone: (removed: boolean) => void }) {
  const returnFocus = useReturnFocus();
  const queries = useQueryClient();
  const [item, setItem, latest] = useLatestState<ShelfItem>(line.item);
  const [reading] = useState(() => new Reading());
  const [faults, setFaults] = useState<Said[]>([]);
  const [trouble, setTrouble] = useState<string | null>(null);
  const set = (next: Partial<ShelfItem>) => setItem((i) => ({ ...i, ...next }));

  async function finish(done: Promise<unknown>, removed = false) {
    try {
      await done;
      await queries.invalidateQueries({ queryKey: ["shelf"] });
      onDone(removed);
    } catch (cause) {
      setFaults(cause instanceof Fault ? cause.problems : []);
      setTrouble(said(cause));
    }
  }
  const at = { params: { path: { item_id: line.id } } };
  async function save() {
    if (!(await reading.allRight())) {
      jumpToFault();
      setTrouble("Not saved yet: something above cannot be read.");
      return;
    }
    await finish(take(client.PUT("/api/shelf/{item_id}", { ...at, body: latest() })));
  }
  return (
    <Dialog.Root open onOpenChange={(o) => !o && onDone(false)}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-ink/40" />
        <Dialog.Content
          {...returnFocus}
          className="fixed top-[8vh] left-1/2 max-h-[88vh] w-[32rem] max-w-[96vw] -translate-x-1/2 overflow-y-auto border-2 border-ink bg-sheet p-4"
          aria-describedby={undefined}
        >
          <Dialog.Title className="text-xl font-semibold">{line.words}</Dialog.Title>
          <Readings.Provider value={reading}>
            <Faults.Provider value={faults}>
              <div className="mt-3 grid grid-cols-2 gap-3">
                <MeasureField label="How many" path="count" kind="number" value={item.count ?? 1} onChange={(count) => set({ count })} />
                <MeasureField
                  label="Price of one"
                  path="price"
                  kind="number"
                  value={item.price ?? null}
                  onChange={(price) => set({ price })}
                  onEmpty={() => set({ price: null })}
                />
                {SIZES.filter(({ field }) => line.item[field] !== null).map(({ field, label }) => (
                  <MeasureField key={field} label={label} path={field} kind="length" value={item[field] ?? null} onChange={(v) => set({ [field]: v })} />
                ))}
                {(line.item.form === "glue" || line.item.form === "gear") && (
                  <MeasureField label="Weight of one" path="grams" kind="mass" value={item.grams ?? null} onChange={(grams) => set({ grams })} />
                )}
                {line.item.form === "glue" && (
                  <>
                    <TextField
                      label="Opened on"
                      path="opened"
                      value={item.opened ?? ""}
                      onChange={(opened) => set({ opened: opened || null })}
                      hint="as 2026-09-01, or “a year ago”"
                    />
                  </>
                )}
                <TextField label="Note" path="note" value={item.note ?? ""} onChange={(note) => set({ note })} />
              </div>
            </Faults.Provider>
          </Readings.Provider>
          {trouble && (
            <p role="alert" className="mt-2 font-medium text-gives">
              {trouble}
            </p>
          )}
          <div className="mt-4 flex justify-between gap-2">
            <button className="btn" onClick={() => void finish(take(client.DELETE("/api/shelf/{item_id}", at)), true)}>
              Take it off the shelf
            </button>
            <span className="flex gap-2">
              <Dialog.Close className="btn">Leave it</Dialog.Close>
              <button className="btn btn-main" onClick={() => void save()}>
                Save
              </button>
            </span>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

/** The stock shelf: what is in the shop, added by typing a line as on a label. */
export function Shelf() {
  const units = useUnits();
  const queries = useQueryClient();
  const query = useQuery({ queryKey: ["shelf", "list", units], queryFn: () => take(client.GET("/api/shelf")) });
  const [text, setText] = useState("");
  const [editing, setEditing] = useState<ShelfLine | null>(null);
  const [gone, setGone] = useState<Gone | null>(null);
  const [told, setTold] = useState<string | null>(null);
  const [lists, setLists] = useState<string[]>([]);
  const field = useRef<HTMLInputElement>(null);
  const put = (shelf: ShelfOut) => queries.setQueryData(["shelf", "list", units], shelf);

  const add = useMutation({
    mutationFn: () => take(client.POST("/api/shelf/label", { body: { text } })),
    onSuccess: (line) => {
      setText("");
      setTold(`On the shelf: ${line.item.count} × ${line.words}${line.item.opened ? `, opened ${line.item.opened}` : ""}. ${line.warning}`.trim());
      void queries.invalidateQueries({ queryKey: ["shelf"] });
      field.current?.focus();
    },
    onError: () => setTold(null),
  });
  const money = useMutation({ mutationFn: (sign: string) => take(client.PUT("/api/shelf/money", { body: { money: sign } })), onSuccess: put });

  async function bring(event: ChangeEvent<HTMLInputElement>) {
    const file = event.target.files?.[0];
    event.target.value = "";
    if (!file) return;
    try {
      const before = query.data?.items.length ?? 0;
      const shelf = await take(client.POST("/api/shelf/csv", { body: { text: await file.text() } }));
      put(shelf);
      setLists([]);
      setTold(`${shelf.items.length - before} lines brought in.`);
    } catch (cause) {
      setTold(null);
      setLists(
        cause instanceof Fault && cause.problems.length
          ? cause.problems.map((p) => `${p.label[0]?.toUpperCase()}${p.label.slice(1)}: ${p.what} ${p.right}`)
          : [said(cause)],
      );
    }
  }

  const items = query.data?.items ?? [];
  const fault =
    add.error instanceof Fault
      ? `${add.error.problems[0]?.what ?? add.error.message} ${add.error.problems[0]?.right ?? ""}`
      : add.error
        ? said(add.error)
        : null;
  return (
    <>
      <TopBar />
      <main className="mx-auto max-w-5xl px-4 py-5">
        <div className="flex flex-wrap items-center gap-3 border-b-2 border-ink pb-3">
          <h1 className="mr-auto text-2xl font-semibold">The stock shelf</h1>
          {query.data && (
            <label className="flex items-center gap-2 text-[15px]">
              Prices in
              <input
                key={query.data.money}
                className="entry w-16"
                defaultValue={query.data.money}
                maxLength={4}
                onBlur={(e) => e.target.value.trim() && e.target.value !== query.data.money && money.mutate(e.target.value.trim())}
              />
            </label>
          )}
          <label className="btn cursor-pointer focus-within:outline-3 focus-within:outline-offset-2 focus-within:outline-tape">
            Bring in a list
            <input type="file" accept=".csv,text/csv" className="sr-only" onChange={(e) => void bring(e)} />
          </label>
          <a className="btn" href="/api/shelf/csv" download="stock-shelf.csv">
            Take the list away
          </a>
        </div>
        <form
          className="mt-4"
          onSubmit={(e: FormEvent) => {
            e.preventDefault();
            add.mutate();
          }}
        >
          <label htmlFor="label-line" className="block text-[16px] font-medium">
            Add a thing: type its label
          </label>
          <div className="flex gap-2">
            <input
              ref={field}
              id="label-line"
              className="entry"
              autoComplete="off"
              placeholder="carbon tube 6/4 x 1 m, 3 pieces, 4.20 each"
              value={text}
              aria-invalid={fault !== null}
              aria-describedby="label-said"
              onChange={(e) => setText(e.target.value)}
            />
            <button className="btn btn-main whitespace-nowrap" disabled={add.isPending || !text.trim()}>
              Put it on the shelf
            </button>
          </div>
          <p id="label-said" role={fault ? "alert" : "status"} className={`mt-1 text-[15px] ${fault ? "font-medium text-gives" : "text-pencil"}`}>
            {fault ?? told ?? "What it is, its size, how many, what one cost, and for glue when it was opened."}
          </p>
        </form>
        {lists.length > 0 && (
          <ul role="alert" className="mt-2 border-l-4 border-gives pl-3 font-medium text-gives">
            <li>Nothing of this list was taken:</li>
            {lists.slice(0, 8).map((l) => (
              <li key={l} className="font-normal">
                {l}
              </li>
            ))}
            {lists.length > 8 && <li className="font-normal">and {lists.length - 8} more</li>}
          </ul>
        )}
        {query.isPending && <p className="py-6 text-lg">Looking on the shelf…</p>}
        {query.isError && (
          <p className="py-6" role="alert">
            {said(query.error)}{" "}
            <button className="btn" onClick={() => void query.refetch()}>
              Try again
            </button>
          </p>
        )}
        {query.isSuccess && items.length === 0 && (
          <div className="py-6">
            <h2 className="text-xl font-semibold">Nothing is on the shelf yet</h2>
            <p className="mt-1 max-w-prose">
              Type what lies in the shop, one thing at a time, as it stands on the label. The bench then says what is missing or too short, what a scheme costs,
              and searches among what you have.
            </p>
          </div>
        )}
        <TakeBackLine gone={gone} onDone={() => setGone(null)} />
        <Unreadable lines={query.data?.unreadable ?? []} />
        <div data-testid="shelf">
          {GROUPS.map(({ forms, title }) => {
            const here = items.filter((i) => forms.includes(i.item.form));
            return (
              here.length > 0 && (
                <section key={title} aria-label={title} className="mt-5">
                  <h2 className="border-b border-ink text-[18px] font-semibold">{title}</h2>
                  <ul>
                    {here.map((line) => (
                      <Row key={line.id} line={line} onEdit={() => setEditing(line)} />
                    ))}
                  </ul>
                </section>
              )
            );
          })}
        </div>
      </main>
      {editing && (
        <Editor
          key={editing.id}
          line={editing}
          onDone={(removed) => {
            setGone(removed ? { kind: "stock", id: editing.id, name: editing.words } : gone);
            setEditing(null);
          }}
        />
      )}
    </>
  );
}
