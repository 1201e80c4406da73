import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useLocation } from "react-router";

import { client, Fault, takeAs } from "../api/client";
import type { RankedHinge, SurfaceAnswer, SurfaceAsked, SurfaceQuestion } from "../api/types";
import { download } from "../lib/download";
import { length, mass, minutes, trim } from "../lib/show";
import { useCatalogue, useUnits } from "../session";
import { ChoiceField, Faults, type Kind, MeasureField } from "../ui/fields";
import { TopBar } from "../ui/TopBar";
import { SwungView } from "./SwungView";

const START: SurfaceAsked = {
  surface: {
    length_mm: 250, wing_chord_mm: 180, chord_mm: 40, depth_mm: 8, throw_deg: 25, speed_m_s: 16, made: "epp30", film: null, layers: 1,
    edge_strip: false, horn_at: 0.5, servo_Nmm: 120, servo_arm_mm: 10, horn_mm: 15,
  },
  made: "foam", keeps: "a season", outdoors: false, hinge: null, at_deg: 0,
}; // prettier-ignore

type Figure = "length_mm" | "wing_chord_mm" | "chord_mm" | "depth_mm" | "throw_deg" | "speed_m_s" | "horn_at" | "servo_Nmm" | "servo_arm_mm" | "horn_mm";
const FIGURES: { id: Figure; label: string; kind: Kind }[] = [
  { id: "length_mm", label: "Length", kind: "length" },
  { id: "wing_chord_mm", label: "Chord of the wing there", kind: "length" },
  { id: "chord_mm", label: "Chord of the surface", kind: "length" },
  { id: "depth_mm", label: "Depth at the hinge", kind: "length" },
  { id: "throw_deg", label: "Throw each way", kind: "angle" },
  { id: "speed_m_s", label: "Top speed", kind: "speed" },
  { id: "horn_at", label: "Horn, from its inner end", kind: "percent" },
  { id: "servo_Nmm", label: "Servo's torque, N mm", kind: "number" },
  { id: "servo_arm_mm", label: "Servo's arm", kind: "length" },
  { id: "horn_mm", label: "Height of the horn", kind: "length" },
];
const MADE = [
  { value: "foam", label: "foam" },
  { value: "board", label: "paper-faced board" },
  { value: "corrugated", label: "corrugated sheet" },
  { value: "balsa", label: "balsa" },
] as const;
const KEEPS = ["days", "a season", "years"] as const;

function Line({ hinge, chosen, onChoose }: { hinge: RankedHinge; chosen: boolean; onChoose: () => void }) {
  const units = useUnits();
  const out = hinge.reasons.length > 0;
  return (
    <li className={`border-b border-rule py-1.5 ${chosen ? "border-l-4 border-l-kraft pl-3" : ""}`} data-hinge={hinge.hinge}>
      <button className="w-full text-left" aria-expanded={chosen} onClick={onChoose}>
        <b className="font-medium underline decoration-rule underline-offset-3">{hinge.label}</b>
        <span className={`block text-[15px] leading-5 ${out ? "text-gives" : ""}`}>
          {out
            ? hinge.reasons.join(" ")
            : `${hinge.bevel_deg > 0 ? `bevel ${trim(hinge.bevel_deg, 0)}°` : `gap ${length(hinge.gap_mm, units)}`}; takes ${trim(hinge.servo_share * 100, 1)} % of the servo; holds ×${trim(Math.min(hinge.load_reserve, 99), 1)}; ${mass(hinge.grams, units)}, ${minutes(hinge.minutes)}; lasts ${hinge.life}`}
        </span>
      </button>
      {chosen && (
        <div className="mt-1 grid gap-x-6 sm:grid-cols-2">
          <ol className="list-decimal pl-5 text-[15px] leading-5">
            {hinge.steps.map((s) => (
              <li key={s}>{s}</li>
            ))}
          </ol>
          <div className="text-[15px] leading-5">
            {hinge.mistakes.map((m) => (
              <p key={m} className="border-l-4 border-kraft pl-2">
                {m}
              </p>
            ))}
            <p className="mt-1">Mending: {hinge.repair}</p>
            <p className="text-[14px] text-pencil">
              Sunlight: {hinge.sunlight}; drag: {hinge.drag}. {hinge.source}.
            </p>
          </div>
        </div>
      )}
    </li>
  );
}

/** A control surface: what air makes of it, its servo, its twist, whether it warps, and how to hinge it. */
export function Surface() {
  const units = useUnits();
  const catalogue = useCatalogue();
  const { state } = useLocation() as { state: Partial<SurfaceQuestion> | null };
  const [asked, setAsked] = useState<SurfaceAsked>(() => ({ ...START, surface: { ...START.surface, ...state } }));
  const [trouble, setTrouble] = useState<string | null>(null);
  const query = useQuery({
    queryKey: ["surface", asked],
    placeholderData: keepPreviousData,
    retry: false,
    queryFn: () => takeAs<SurfaceAnswer>(client.POST("/api/surface", { body: asked })),
  });
  const set = (next: Partial<SurfaceQuestion>) => setAsked((a) => ({ ...a, surface: { ...a.surface, ...next } }));
  const problems = query.error instanceof Fault ? query.error.problems.map((p) => ({ ...p, field: p.field.replace(/^surface\./, "") })) : [];
  const { verdict, hinges = [], swung } = query.data ?? {};
  const woods = catalogue?.stock.filter((s) => /balsa|ply|spruce/.test(s.id)) ?? [];
  const s = asked.surface;
  return (
    <>
      <TopBar />
      <main className="mx-auto max-w-6xl px-4 py-5">
        <h1 className="border-b-2 border-ink pb-2 text-2xl font-semibold">Control surface and hinge</h1>
        <Faults.Provider value={problems}>
          <div className="mt-4 grid gap-x-8 gap-y-5 lg:grid-cols-[22rem_minmax(0,1fr)]">
            <section aria-label="The surface">
              <div className="grid grid-cols-2 gap-3">
                {FIGURES.map(({ id, label, kind }) => (
                  <MeasureField key={id} label={label} path={id} kind={kind} value={s[id] ?? null} onChange={(v) => set({ [id]: v })} />
                ))}
                <ChoiceField label="Made of" path="made" value={s.made ?? ""} onChange={(made) => set({ made })} options={[...(catalogue?.foam ?? []), ...woods].map((m) => ({ value: m.id, label: m.label }))} />
                <ChoiceField label="Film round it" path="film" value={s.film ?? ""} onChange={(film) => set({ film: film || null })} options={[{ value: "", label: "none: bare" }, ...(catalogue?.skin ?? []).map((m) => ({ value: m.id, label: m.label }))]} />
                {s.film && <ChoiceField label="Layers" path="layers" value={String(s.layers)} onChange={(v) => set({ layers: Number(v) })} options={["1", "2", "3", "4"].map((v) => ({ value: v, label: v }))} />}
                <ChoiceField label="Hinged in" path="hinged" value={asked.made!} onChange={(made) => setAsked((a) => ({ ...a, made, hinge: null }))} options={[...MADE]} />
                <ChoiceField label="Must last" path="keeps" value={asked.keeps!} onChange={(keeps) => setAsked((a) => ({ ...a, keeps }))} options={KEEPS.map((k) => ({ value: k, label: k }))} />
              </div>
              <label className="mt-2 flex min-h-9 items-center gap-2">
                <input type="checkbox" className="size-4.5 accent-kraft" checked={s.edge_strip} onChange={(e) => set({ edge_strip: e.target.checked })} />a strip of carbon at its edge
              </label>
            </section>
            <section aria-label="What comes of it" className="min-w-0">
              {query.isError && (
                <p role="alert" className="font-medium text-gives">
                  {query.error instanceof Fault ? query.error.message : "Something broke here."}
                </p>
              )}
              {verdict && swung && (
                <>
                  <dl className="grid grid-cols-2 gap-x-6 text-[16px] sm:grid-cols-4" data-testid="surface">
                    {[
                      ["Air turns it with", `${trim(verdict.moment_Nmm, verdict.moment_Nmm < 10 ? 1 : 0)} N mm`],
                      ["Servo's reserve", `×${trim(verdict.servo_reserve, 1)}`],
                      ["Its end twists", `${trim(verdict.twist_end_deg, 1)}°`],
                      ["It", verdict.warps],
                      ["Effect lost to twist", `${trim(verdict.lost * 100, 0)} %`],
                      ["Linkage gives", `${trim(verdict.throw_by_linkage_deg, 0)}°`],
                      ["It weighs", mass(verdict.grams, units)],
                    ].map(([name, value]) => (
                      <div key={name} className="border-b border-rule py-1">
                        <dt className="text-[14px] text-pencil">{name}</dt>
                        <dd className="text-[20px] leading-6 font-semibold">{value}</dd>
                      </div>
                    ))}
                  </dl>
                  <ul className="mt-2 border-l-4 border-kraft pl-3 text-[16px] leading-5" data-testid="surface-says">
                    {verdict.says.map((w) => (
                      <li key={w}>{w}</li>
                    ))}
                  </ul>
                  <h2 className="mt-4 text-[18px] font-semibold">{swung.label}</h2>
                  <SwungView swung={swung} chord={s.chord_mm ?? 40} />
                  <label className="flex items-center gap-3 text-[15px]">
                    <span className="shrink-0">up</span>
                    <input type="range" aria-label="Swing the surface" className="h-6 w-full accent-tape" min={-Math.min(60, swung.throw.up)} max={Math.min(60, swung.throw.down)} step={1} value={asked.at_deg ?? 0} onChange={(e) => setAsked((a) => ({ ...a, at_deg: Number(e.target.value) }))} />
                    <span className="shrink-0">down</span>
                    <b className="w-16 shrink-0 text-right font-medium">{trim(asked.at_deg ?? 0, 0)}°</b>
                  </label>
                  <p className="text-[15px]">
                    Free {trim(Math.min(swung.throw.up, 90), 0)}° up and {trim(swung.throw.down, 0)}° down: {swung.throw.stops}.
                  </p>
                  {swung.bevel_deg > 0 && (
                    <button
                      className="btn mt-1"
                      onClick={() =>
                        void download(client.POST("/api/surface/gauge", { body: { bevel_deg: swung.bevel_deg, depth_mm: s.depth_mm ?? 8 }, parseAs: "blob" }), "bevel.svg").then(
                          () => setTrouble(null),
                          (cause: unknown) => setTrouble(cause instanceof Fault ? cause.message : "Something broke here."),
                        )
                      }
                    >
                      Bevel gauge to print, 1:1
                    </button>
                  )}
                  {trouble && (
                    <p role="alert" className="font-medium text-gives">
                      {trouble}
                    </p>
                  )}
                  <h2 className="mt-4 border-b border-ink text-[18px] font-semibold">Ways to hinge it, the best first</h2>
                  <ul data-testid="hinges">
                    {hinges.map((h) => (
                      <Line key={h.hinge} hinge={h} chosen={h.hinge === swung.hinge} onChoose={() => setAsked((a) => ({ ...a, hinge: h.hinge }))} />
                    ))}
                  </ul>
                </>
              )}
            </section>
          </div>
        </Faults.Provider>
        <p className="mt-6 max-w-prose text-[14px] text-pencil">Typical figures; hinges are estimates, to be bettered by your tests. For unmanned, model-size aircraft only.</p>
      </main>
    </>
  );
}
