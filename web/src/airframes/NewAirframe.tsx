import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate } from "react-router";

import { client, Fault, take, takeAs } from "../api/client";
import type { AirframeFile, Catalogue, Said, Scheme } from "../api/types";
import { useVerdict } from "../bench/useVerdict";
import { PlanSheet } from "../drawing/PlanSheet";
import { SliceView } from "../drawing/SliceView";
import { length, mass, trim } from "../lib/show";
import { useLatestState } from "../lib/useLatestState";
import { useCatalogue, useUnits } from "../session";
import { Faults, jumpToFault, Reading, Readings } from "../ui/fields";
import { TopBar } from "../ui/TopBar";
import { AirframeForm } from "./AirframeForm";

export function NewAirframe() {
  const catalogue = useCatalogue();
  const query = useQuery({
    queryKey: ["start"],
    queryFn: () => takeAs<AirframeFile>(client.GET("/api/start", { params: { query: { use: "sport" } } })),
    gcTime: 0,
    staleTime: Infinity,
  });
  if (query.isError)
    return (
      <>
        <TopBar />
        <div className="p-8">
          <p>The server does not answer.</p>
          <button className="btn mt-3" onClick={() => void query.refetch()}>
            Try again
          </button>
        </div>
      </>
    );
  if (!catalogue || !query.data)
    return (
      <>
        <TopBar />
        <p className="p-8 text-lg">Getting a clean sheet…</p>
      </>
    );
  return <Sheet catalogue={catalogue} first={query.data} />;
}

/** A new airframe has its wing only. */
const NO_OTHERS: Scheme[] = [];

function Sheet({ catalogue, first }: { catalogue: Catalogue; first: AirframeFile }) {
  const units = useUnits();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [file, setFile, latest] = useLatestState<AirframeFile>({ ...first, airframe: { ...first.airframe, name: "" } });
  const [refused, setRefused] = useState<Said[]>([]);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [saving, setSaving] = useState(false);
  const [station, setStation] = useState<number | null>(0);
  // a wing without a name can be drawn already
  const drawn = file.airframe.name.trim() ? file.airframe : { ...file.airframe, name: "unnamed" };
  const [scheme] = useState(file.schemes[0]!);
  const [shown, setShown] = useState(drawn);
  if (JSON.stringify(shown) !== JSON.stringify(drawn)) setShown(drawn);
  const [reading] = useState(() => new Reading());
  const answer = useVerdict(shown, scheme, NO_OTHERS, station, units);
  const { verdict } = answer;
  const problems = [...refused, ...answer.problems];

  async function save() {
    setSaving(true);
    setTrouble(null);
    if (!(await reading.allRight())) {
      setTrouble("A field holds something that cannot be read. Put it right first.");
      setSaving(false);
      jumpToFault();
      return;
    }
    try {
      const made = await take(client.POST("/api/airframes", { body: latest() }));
      await queries.invalidateQueries({ queryKey: ["airframes"] });
      await navigate(`/airframe/${made.id}/wing`);
    } catch (cause) {
      const fault = cause instanceof Fault ? cause : null;
      setRefused((fault?.problems ?? []).map((p) => ({ ...p, field: p.field.replace(/^airframe\./, "") })));
      setTrouble(fault?.message ?? "Something broke here.");
      setSaving(false);
      jumpToFault();
    }
  }

  return (
    <>
      <TopBar>
        <h1 className="text-lg">A new airframe</h1>
      </TopBar>
      <Faults.Provider value={problems}>
        <main className="mx-auto grid max-w-[1500px] gap-x-8 px-4 py-4 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
          <div>
            <Readings.Provider value={reading}>
              <AirframeForm
                airframe={file.airframe}
                catalogue={catalogue}
                onChange={(next) => {
                  setRefused([]);
                  setTrouble(null);
                  setFile((f) => ({ ...f, airframe: next(f.airframe) }));
                }}
              />
            </Readings.Provider>
          </div>
          <aside className="self-start max-lg:order-first lg:sticky lg:top-4">
            <h2 className="text-[17px] font-semibold">{problems.length ? "As it was before the mistake" : "As you describe it"}</h2>
            {verdict ? (
              <div className={problems.length ? "opacity-50 grayscale" : ""}>
                <PlanSheet plan={verdict.drawing.plan} station={station} onStation={setStation} />
                {answer.slice && <SliceView slice={answer.slice} />}
                <p className="mt-2 border-t border-rule pt-2 text-[16px]" data-testid="bare">
                  Bare foam: the wing weighs <b>{mass(verdict.mass.part_g.value, units)}</b>, bends <b>{length(verdict.tip_bend_mm.value, units)}</b> at{" "}
                  {trim(verdict.limit_n, 1)} G and {verdict.sentence}.
                  {verdict.judged.state === "gives way" && " It needs something in it: that comes next, on the bench."}
                </p>
              </div>
            ) : (
              <p className="p-4">Drawing…</p>
            )}
            {answer.trouble && <p className="mt-2 font-medium text-gives">{answer.trouble}</p>}
            <div className="mt-3 flex flex-wrap items-center gap-3">
              <button className="btn btn-main" disabled={saving} onClick={() => void save()}>
                Save and go to the bench
              </button>
              <Link className="btn" to="/">
                Leave it
              </Link>
            </div>
            {trouble && (
              <p role="alert" className="mt-2 font-medium text-gives">
                {trouble}
              </p>
            )}
          </aside>
        </main>
      </Faults.Provider>
    </>
  );
}
