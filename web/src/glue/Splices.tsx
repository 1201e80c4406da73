import { keepPreviousData, useQuery } from "@tanstack/react-query";

import { client, Fault, takeAs } from "../api/client";
import type { SpliceQuestion, SpliceWay } from "../api/types";
import { length, mass, trim } from "../lib/show";
import { useKeptQuestion } from "../lib/useKept";
import { useCatalogue, useUnits } from "../session";
import { ChoiceField, Faults, MeasureField } from "../ui/fields";
import { COLOUR } from "../drawing/colours";

const INK = COLOUR.ink;
const GLUE = COLOUR.kraft;
const FORMS = [
  { value: "tube", label: "tube" },
  { value: "rod", label: "rod" },
  { value: "strip", label: "strip" },
] as const;

/** The splice along the stick, the cut in the middle: lengths to one scale, depths drawn larger than they are. */
function Drawing({ way, longest }: { way: SpliceWay; longest: number }) {
  const [wide, mid, y] = [420, 210, 34];
  const half = (way.length_mm / longest) * 180;
  const stick = { fill: COLOUR.paper, stroke: INK, strokeWidth: 1.4 };
  return (
    <svg role="img" aria-label={`${way.label}, seen from the side`} viewBox={`0 0 ${wide} 68`} className="w-full max-w-md bg-sheet">
      {way.way === "scarf" ? (
        <>
          <path d={`M4 ${y - 10}H${mid + half}L${mid - half} ${y + 10}H4z`} {...stick} />
          <path d={`M${wide - 4} ${y - 10}H${mid + half}L${mid - half} ${y + 10}H${wide - 4}z`} {...stick} fill={COLOUR.tapePale} />
          <path d={`M${mid + half} ${y - 10}L${mid - half} ${y + 10}`} stroke={GLUE} strokeWidth={3.5} />
        </>
      ) : (
        <>
          {way.way === "sleeve_outside" && (
            <rect x={mid - half} y={y - 18} width={2 * half} height={36} fill={COLOUR.tapePale} stroke={INK} strokeWidth={1.4} />
          )}
          <rect x={4} y={y - 10} width={mid - 5} height={20} {...stick} />
          <rect x={mid + 1} y={y - 10} width={wide - mid - 5} height={20} {...stick} />
          {way.way === "sleeve_inside" && <rect x={mid - half} y={y - 5} width={2 * half} height={10} fill={COLOUR.tapePale} stroke={GLUE} strokeWidth={2.5} />}
          {way.way === "sleeve_outside" && (
            <path d={`M${mid - half} ${y - 11}H${mid + half}M${mid - half} ${y + 11}H${mid + half}`} stroke={GLUE} strokeWidth={2.5} />
          )}
          {way.way === "lap" && (
            <>
              <path d={`M${mid - half} ${y + 12}h${2 * half}l-10 14h${-2 * half + 20}z`} fill={COLOUR.tapePale} stroke={INK} strokeWidth={1.4} />
              <path d={`M${mid - half} ${y + 11}H${mid + half}`} stroke={GLUE} strokeWidth={3} />
            </>
          )}
        </>
      )}
    </svg>
  );
}

/** A spar that is too short: which splice, how long, and what it keeps. */
export function Splices() {
  const units = useUnits();
  const catalogue = useCatalogue();
  const [asked, setAsked] = useKeptQuestion<SpliceQuestion>("splice", {
    form: "tube",
    material: "carbon_pultruded",
    depth_mm: 6,
    bore_mm: 4,
    width_mm: 6,
    glue: "epoxy_30",
  });
  const set = (next: Partial<SpliceQuestion>) => setAsked((q) => ({ ...q, ...next }));
  const query = useQuery({
    queryKey: ["glue", "splices", asked],
    placeholderData: keepPreviousData,
    retry: false,
    queryFn: () => takeAs<SpliceWay[]>(client.POST("/api/glue/splices", { body: asked })),
  });
  const problems = query.error instanceof Fault ? query.error.problems : [];
  const named = (list: { id: string; label: string }[] | undefined) => (list ?? []).map((n) => ({ value: n.id, label: n.label }));
  const longest = Math.max(...(query.data ?? []).map((w) => w.length_mm), 1);
  return (
    <Faults.Provider value={problems}>
      <div className="grid grid-cols-1 gap-6 md:grid-cols-[22rem_minmax(0,1fr)]">
        <div className="grid grid-cols-2 content-start gap-3">
          <ChoiceField label="Form" path="form" value={asked.form ?? "tube"} onChange={(form) => set({ form })} options={[...FORMS]} />
          <ChoiceField label="Of" path="material" value={asked.material ?? ""} onChange={(material) => set({ material })} options={named(catalogue?.stock)} />
          <MeasureField
            label={asked.form === "strip" ? "Thickness" : "Diameter"}
            path="depth_mm"
            kind="length"
            value={asked.depth_mm ?? null}
            onChange={(depth_mm) => set({ depth_mm })}
          />
          {asked.form === "tube" && (
            <MeasureField label="Bore" path="bore_mm" kind="size" value={asked.bore_mm ?? null} onChange={(bore_mm) => set({ bore_mm })} />
          )}
          {asked.form === "strip" && (
            <MeasureField label="Width" path="width_mm" kind="size" value={asked.width_mm ?? null} onChange={(width_mm) => set({ width_mm })} />
          )}
          <ChoiceField label="Glue" path="glue" value={asked.glue ?? ""} onChange={(glue) => set({ glue })} options={named(catalogue?.glue)} />
        </div>
        <section aria-label="Ways to lengthen it" className="min-w-0">
          <ul data-testid="splices">
            {query.data?.map((w, k) => (
              <li key={w.way} className={`border-b border-rule py-2 ${k === 0 ? "border-l-4 border-l-kraft pl-3" : ""}`} data-splice={w.way}>
                <div className="grid grid-cols-[minmax(0,1fr)_auto] gap-x-3">
                  <p>
                    <b className="text-[17px] font-medium">{w.label}</b>
                    <span className="block text-[15px] leading-5">
                      {length(w.length_mm, units)} to each side of the cut; {mass(w.grams, units)} with it
                    </span>
                  </p>
                  <p className="text-right">
                    keeps <b className="text-[18px] font-semibold">{trim(w.share[1] * 100, 0)} %</b>
                    <span className="block text-[14px] text-pencil">
                      {trim(w.share[0] * 100, 0)} to {trim(w.share[2] * 100, 0)} % of the stick's strength
                    </span>
                  </p>
                </div>
                <p className="text-[15px] leading-5">{w.says}</p>
                <Drawing way={w} longest={longest} />
                <ol className="mt-1 list-decimal pl-5 text-[15px] leading-5">
                  {w.steps.map((s) => (
                    <li key={s}>{s}</li>
                  ))}
                </ol>
                <p className="text-[14px] text-pencil">{w.source}.</p>
              </li>
            ))}
          </ul>
          <p className="mt-2 max-w-prose text-[14px] text-pencil">
            The shear at the ends is worked out as if glue never yielded; a tough one keeps more. Sanding carbon: mask, wet paper, no dry dust.
          </p>
        </section>
      </div>
    </Faults.Provider>
  );
}
