import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";

import { client, Fault, takeAs } from "../api/client";
import type { SurfaceAnswer, SurfaceAsked, SurfaceQuestion } from "../api/types";
import { useCatalogue } from "../session";
import { ChoiceField, Faults, type Kind, MeasureField } from "../ui/fields";
import { TopBar } from "../ui/TopBar";
import { type Built, BuiltFields } from "./fields";
import { SurfaceFigures, SurfaceMore } from "./SurfaceResult";

const START: SurfaceAsked = {
  surface: {
    length_mm: 250, wing_chord_mm: 180, chord_mm: 40, depth_mm: 8, throw_deg: 25, speed_m_s: 16, made: "epp30", film: null, layers: 1,
    peeled: "none", edge_strip: false, horn_at: 0.5, servo_Nmm: 120, servo_arm_mm: 10, horn_mm: 15,
  },
  keeps: "a season", outdoors: false, hinge: null, at_deg: 0,
}; // prettier-ignore

type Size = "length_mm" | "wing_chord_mm" | "chord_mm" | "depth_mm" | "speed_m_s";
const SIZES: { id: Size; label: string; kind: Kind }[] = [
  { id: "length_mm", label: "Length", kind: "length" },
  { id: "wing_chord_mm", label: "Chord of the wing there", kind: "length" },
  { id: "chord_mm", label: "Chord of the surface", kind: "length" },
  { id: "depth_mm", label: "Depth at the hinge", kind: "length" },
  { id: "speed_m_s", label: "Top speed", kind: "speed" },
];

/** A control surface by itself, of a tail or a wing that is not on the bench. */
export function Surface() {
  const catalogue = useCatalogue();
  const [asked, setAsked] = useState<SurfaceAsked>(START);
  const query = useQuery({
    queryKey: ["surface", asked],
    placeholderData: keepPreviousData,
    retry: false,
    queryFn: () => takeAs<SurfaceAnswer>(client.POST("/api/surface", { body: asked })),
  });
  const set = (next: Partial<SurfaceQuestion>) => setAsked((a) => ({ ...a, surface: { ...a.surface, ...next } }));
  function change({ keeps, outdoors, made, ...rest }: Partial<Built> & { made?: string | null }) {
    setAsked((a) => ({ ...a, keeps: keeps ?? a.keeps, outdoors: outdoors ?? a.outdoors, surface: { ...a.surface, ...rest, ...(made ? { made } : {}) } }));
  }
  const problems = query.error instanceof Fault ? query.error.problems.map((p) => ({ ...p, field: p.field.replace(/^surface\./, "") })) : [];
  const s = asked.surface;
  return (
    <>
      <TopBar />
      <main className="mx-auto max-w-6xl px-4 py-5">
        <h1 className="border-b-2 border-ink pb-2 text-2xl font-semibold">Control surface and hinge</h1>
        <p className="mt-1 text-[15px] text-pencil">
          For a surface by itself, as of a tail. Those of a wing on the bench are under its “Controls”, with the wing's own sizes.
        </p>
        <Faults.Provider value={problems}>
          <div className="mt-4 grid grid-cols-1 gap-x-8 gap-y-5 lg:grid-cols-[22rem_minmax(0,1fr)]">
            <section aria-label="The surface" className="grid grid-cols-2 content-start gap-3">
              {SIZES.map(({ id, label, kind }) => (
                <MeasureField key={id} label={label} path={id} kind={kind} value={s[id] ?? null} onChange={(v) => set({ [id]: v })} />
              ))}
              <BuiltFields
                built={{ ...s, keeps: asked.keeps, outdoors: asked.outdoors } as Built}
                made={s.made ?? ""}
                catalogue={catalogue}
                at=""
                onChange={change}
              />
              {catalogue?.board.some((b) => b.id === s.made && b.tags?.paper_faced === "yes") && (
                <ChoiceField
                  label="Its paper"
                  path="peeled"
                  value={s.peeled ?? "none"}
                  onChange={(peeled) => set({ peeled: peeled as NonNullable<SurfaceQuestion["peeled"]> })}
                  options={["none", "one side", "both sides"].map((v) => ({ value: v, label: v === "none" ? "left on" : `peeled off ${v}` }))}
                />
              )}
            </section>
            <section aria-label="What comes of it" className="min-w-0">
              {query.isError && (
                <p role="alert" className="font-medium text-gives">
                  {query.error instanceof Fault ? query.error.message : "Something broke here."}
                </p>
              )}
              {query.isPending && <p>Working it out…</p>}
              {query.data && <SurfaceFigures answer={query.data} />}
              {query.data && (
                <SurfaceMore
                  answer={query.data}
                  at={asked.at_deg ?? 0}
                  onAt={(at_deg) => setAsked((a) => ({ ...a, at_deg }))}
                  chosen={null}
                  shown={asked.hinge ?? null}
                  onShow={(hinge) => setAsked((a) => ({ ...a, hinge }))}
                  onChange={(way) => set(way as Partial<SurfaceQuestion>)}
                />
              )}
            </section>
          </div>
        </Faults.Provider>
      </main>
    </>
  );
}
