import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";

import { client, Fault, take } from "../api/client";
import type { BondTest, Said, JointQuestion } from "../api/types";
import { trim, wait } from "../lib/show";
import { useLatestState } from "../lib/useLatestState";
import { type Gone, TakeBackLine } from "../removed/TakeBack";
import { keptQuestion } from "../lib/useKept";
import { useCatalogue } from "../session";
import { ChoiceField, Faults, MeasureField, Reading, Readings, TextField, jumpToFault } from "../ui/fields";
import { Unreadable } from "../ui/Unreadable";
import { CurePlot, StandingsPlot } from "./BondPlots";

const PREPARED: BondTest["preparation"][] = ["none", "cleaned", "roughened", "pricked", "roughened and pricked"];
/** The newest file that was chosen, as the server takes it. */
async function inBase64(file: File): Promise<string> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  let text = "";
  for (let at = 0; at < bytes.length; at += 0x8000) text += String.fromCharCode(...bytes.subarray(at, at + 0x8000));
  return btoa(text);
}

/** Own tests: glue two pieces, break them, see how much foam stays on the other. They outrank every school. */
export function BondLog() {
  const queries = useQueryClient();
  const catalogue = useCatalogue();
  const words = useQuery({ queryKey: ["glue", "words"], queryFn: () => take(client.GET("/api/glue/words")), staleTime: Infinity }).data;
  const query = useQuery({ queryKey: ["glue", "tests"], queryFn: () => take(client.GET("/api/glue/tests")) });
  const standings = useQuery({ queryKey: ["glue", "standings"], queryFn: () => take(client.GET("/api/glue/standings")) }).data ?? [];
  const asked = keptQuestion<JointQuestion>("glue")?.value;
  const [test, setTest, latest] = useLatestState<BondTest>(() => ({
    // what the chooser was asked about is what is worth a test
    one: asked?.one ?? "epp30",
    other: asked?.other ?? "epp30",
    glue: "polyurethane_foaming",
    preparation: "none",
    cured_min: 1440,
    air_C: 20,
    load_N: null,
    where: "foam",
    foam_left: null,
    day: new Date().toLocaleDateString("sv"),
    note: "",
  }));
  const [reading] = useState(() => new Reading());
  const [picture, setPicture] = useState<File | null>(null);
  const [pick, setPick] = useState(0);
  const [faults, setFaults] = useState<Said[]>([]);
  const [gone, setGone] = useState<Gone | null>(null);
  const [told, setTold] = useState<{ text: string; bad: boolean } | null>(null);
  const set = (next: Partial<BondTest>) => setTest((t) => ({ ...t, ...next }));
  const named = (list: { id: string; label: string }[] | undefined) => (list ?? []).map((n) => ({ value: n.id, label: n.label }));

  function refused(cause: unknown, before: string) {
    setFaults(cause instanceof Fault ? cause.problems : []);
    setTold({ text: before + (cause instanceof Fault ? cause.message : "Something broke here."), bad: true });
  }
  const anew = () => queries.invalidateQueries({ queryKey: ["glue"] });
  async function takeOut(id: number, name: string) {
    try {
      await take(client.DELETE("/api/glue/tests/{test_id}", { params: { path: { test_id: id } } }));
      setGone({ kind: "bond", id, name });
      setTold(null);
      await anew();
    } catch (cause) {
      refused(cause, "");
    }
  }
  async function addPicture(id: number, file: File) {
    await take(client.PUT("/api/glue/tests/{test_id}/picture", { params: { path: { test_id: id } }, body: { picture: await inBase64(file) } }));
  }
  async function log() {
    if (!(await reading.allRight())) {
      jumpToFault();
      return setTold({ text: "Not logged yet: something above cannot be read.", bad: true });
    }
    let made: { id: number };
    try {
      made = await take(client.POST("/api/glue/tests", { body: latest() }));
    } catch (cause) {
      return refused(cause, "");
    }
    setFaults([]);
    setTold({ text: "Logged. The ranking counts it.", bad: false });
    try {
      if (picture) await addPicture(made.id, picture);
      setPicture(null);
      setPick((n) => n + 1);
    } catch (cause) {
      refused(cause, "The test is logged, its picture is not: ");
    }
    await anew();
  }
  const tests = query.data?.tests ?? [];
  return (
    <div className="grid grid-cols-1 gap-x-8 gap-y-5 lg:grid-cols-[22rem_minmax(0,1fr)]">
      <section aria-label="Log a test">
        <p className="mb-2 text-[15px] text-pencil">Glue two pieces, wait, break them, and look: how much foam is left on the other piece is the measure.</p>
        <Readings.Provider value={reading}>
          <Faults.Provider value={faults}>
            <div className="grid grid-cols-2 gap-3">
              <ChoiceField label="One side" path="one" value={test.one} onChange={(one) => set({ one })} options={named(words?.sides)} />
              <ChoiceField label="The other side" path="other" value={test.other} onChange={(other) => set({ other })} options={named(words?.sides)} />
              <ChoiceField label="Glue" path="glue" value={test.glue} onChange={(glue) => set({ glue })} options={named(catalogue?.glue)} />
              <ChoiceField
                label="Prepared"
                path="preparation"
                value={test.preparation!}
                onChange={(preparation) => set({ preparation })}
                options={PREPARED.map((p) => ({ value: p!, label: p! }))}
              />
              <MeasureField label="Minutes cured" path="cured_min" kind="number" value={test.cured_min ?? null} onChange={(cured_min) => set({ cured_min })} />
              <MeasureField label="Temperature" path="air_C" kind="temperature" value={test.air_C ?? null} onChange={(air_C) => set({ air_C })} />
              <ChoiceField
                label="Where it broke"
                path="where"
                value={test.where!}
                onChange={(where) => set({ where })}
                options={named(words?.where) as { value: NonNullable<BondTest["where"]>; label: string }[]}
              />
              <MeasureField
                label="Foam left on the other"
                path="foam_left"
                kind="percent"
                value={test.foam_left ?? null}
                onChange={(foam_left) => set({ foam_left })}
                onEmpty={() => set({ foam_left: null })}
                hint="empty: as usual for that"
              />
              <MeasureField
                label="Broke at"
                path="load_N"
                kind="force"
                value={test.load_N ?? null}
                onChange={(load_N) => set({ load_N })}
                onEmpty={() => set({ load_N: null })}
                hint="empty: by hand"
              />
              <TextField label="Day" path="day" value={test.day} onChange={(day) => set({ day })} hint="or “yesterday”" />
              <div className="col-span-2">
                <TextField label="Note" path="note" value={test.note ?? ""} onChange={(note) => set({ note })} />
              </div>
              <div className="col-span-2">
                <label htmlFor="bond-picture" className="block text-[15px] font-medium">
                  Picture of the break
                </label>
                <input
                  key={pick}
                  id="bond-picture"
                  type="file"
                  accept="image/jpeg,image/png,image/webp"
                  className="entry py-1.5"
                  onChange={(e) => setPicture(e.target.files?.[0] ?? null)}
                />
                <p className="text-[14px] text-pencil">It is made small; place and camera are left out.</p>
              </div>
            </div>
          </Faults.Provider>
        </Readings.Provider>
        <button className="btn btn-main mt-3" onClick={() => void log()}>
          Log this test
        </button>
        {told && (
          <p role={told.bad ? "alert" : "status"} className={`mt-2 font-medium ${told.bad ? "text-gives" : ""}`}>
            {told.text}
          </p>
        )}
      </section>
      <section aria-label="What was tested" className="min-w-0">
        <TakeBackLine gone={gone} onDone={() => setGone(null)} />
        <Unreadable lines={query.data?.unreadable ?? []} />
        {query.isSuccess && tests.length === 0 && (
          <p className="text-[17px]">
            No test yet. Until there are some, the ranking goes by the catalogue; each of yours counts a third of that, so a handful outranks it.
          </p>
        )}
        {query.isError && <p role="alert">{query.error instanceof Fault ? query.error.message : "Something broke here."}</p>}
        {tests.length > 0 && (
          <>
            <StandingsPlot standings={standings} tests={tests} />
            <div className="mt-4">
              <CurePlot tests={tests} />
            </div>
            <div className="relative overflow-x-auto" tabIndex={0} role="region" aria-label="Bond tests">
              <table className="mt-3 w-full border-collapse text-[15px]" data-testid="bond-tests" aria-label="Bond tests, the newest first">
                <thead>
                  <tr className="border-b border-ink text-left text-[14px] text-pencil">
                    {["day", "glue", "on", "prepared", "cured", "foam torn", "picture", "out"].map((h) => (
                      <th key={h} scope="col" className="px-1 font-normal">
                        {h === "out" ? <span className="sr-only">take out</span> : h}
                      </th>
                    ))}
                  </tr>
                </thead>
                <tbody>
                  {tests.map((t) => (
                    <tr key={t.id} className="border-b border-rule align-baseline">
                      <td className="px-1 whitespace-nowrap">{t.test.day}</td>
                      <td className="px-1">{t.glue}</td>
                      <td className="px-1">{[t.test.one, t.test.other].map((s) => words?.sides.find((w) => w.id === s)?.label ?? s).join(" to ")}</td>
                      <td className="px-1">{t.test.preparation}</td>
                      <td className="px-1 whitespace-nowrap">{wait(t.test.cured_min ?? 0)}</td>
                      <td className="px-1 whitespace-nowrap">
                        {trim(t.share * 100, 0)} %{typeof t.test.load_N === "number" ? `, ${trim(t.test.load_N, 0)} N` : ""}
                      </td>
                      <td className="px-1">
                        {t.picture && (
                          <a href={`/api/glue/tests/${t.id}/picture`} target="_blank" rel="noreferrer">
                            <img
                              src={`/api/glue/tests/${t.id}/picture`}
                              alt={`The break of ${t.glue}, ${t.test.day}`}
                              loading="lazy"
                              className="h-10 w-14 border border-rule object-cover"
                            />
                          </a>
                        )}
                      </td>
                      <td className="px-1 text-right">
                        <button
                          className="btn btn-quiet px-0 whitespace-nowrap"
                          aria-label={`Take out the test of ${t.glue} from ${t.test.day}`}
                          onClick={() => void takeOut(t.id, `The test of ${t.glue} from ${t.test.day}`)}
                        >
                          Take out
                        </button>
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </div>
          </>
        )}
      </section>
    </div>
  );
}
