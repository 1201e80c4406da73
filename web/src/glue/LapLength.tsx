import { keepPreviousData, useQuery } from "@tanstack/react-query";

import { client, Fault, take } from "../api/client";
import type { JointQuestion, LapQuestion } from "../api/types";
import { length, trim } from "../lib/show";
import { keptQuestion, useKeptQuestion } from "../lib/useKept";
import { useCatalogue, useUnits } from "../session";
import { ChoiceField, Faults, MeasureField } from "../ui/fields";

/** How long an overlap must be, and whether more would help. */
export function LapLength() {
  const units = useUnits();
  const catalogue = useCatalogue();
  // the load that was asked about is the force to carry
  const load = keptQuestion<JointQuestion>("glue")?.value.load_N;
  const [lap, setLap] = useKeptQuestion<LapQuestion>("lap", {
    force_N: load && load >= 0.1 ? load : 200,
    width_mm: 10,
    glue: "epoxy_30",
    stock: "carbon_pultruded",
    thickness_mm: 1,
    factor: 2,
  });
  const set = (next: Partial<LapQuestion>) => setLap((l) => ({ ...l, ...next }));
  const query = useQuery({
    queryKey: ["glue", "lap", lap],
    placeholderData: keepPreviousData,
    retry: false,
    queryFn: () => take(client.POST("/api/glue/lap", { body: lap })),
  });
  const problems = query.error instanceof Fault ? query.error.problems : [];
  const named = (list: { id: string; label: string }[] | undefined) => (list ?? []).map((n) => ({ value: n.id, label: n.label }));
  return (
    <Faults.Provider value={problems}>
      <div className="grid grid-cols-1 gap-6 md:grid-cols-[22rem_minmax(0,1fr)]">
        <div className="grid grid-cols-2 gap-3">
          <MeasureField label="Force to carry" path="force_N" kind="force" value={lap.force_N} onChange={(force_N) => set({ force_N })} />
          <MeasureField label="Width of the lap" path="width_mm" kind="length" value={lap.width_mm} onChange={(width_mm) => set({ width_mm })} />
          <ChoiceField label="Glue" path="glue" value={lap.glue} onChange={(glue) => set({ glue })} options={named(catalogue?.glue)} />
          <ChoiceField label="What is lapped" path="stock" value={lap.stock} onChange={(stock) => set({ stock })} options={named(catalogue?.stock)} />
          <MeasureField label="Its thickness" path="thickness_mm" kind="size" value={lap.thickness_mm} onChange={(thickness_mm) => set({ thickness_mm })} />
          <MeasureField label="Safety factor" path="factor" kind="number" value={lap.factor} onChange={(factor) => set({ factor })} />
        </div>
        <section aria-label="The lap" data-testid="lap">
          {query.data && (
            <>
              <p className="text-[26px] font-semibold">
                {query.data.length_mm === null || query.data.length_mm === undefined
                  ? "No overlap carries it"
                  : `${length(query.data.length_mm, units)} of overlap`}
              </p>
              {typeof query.data.usual_mm === "number" && typeof query.data.length_mm === "number" && (
                <p className="text-[17px]">That holds with nine glue lines in ten; a usual one needs {length(query.data.usual_mm, units)}.</p>
              )}
              <p className="text-[17px]">{query.data.says}</p>
              <p className="mt-2 max-w-prose text-[15px] text-pencil">
                Force times factor over glue strength (nine in ten reach it) and width would be {length(query.data.simple_mm, units)}; the shear at the ends is{" "}
                {trim(query.data.peak, 1)} times the mean (Volkersen 1938). The most that any overlap of this width carries is {trim(query.data.most_N, 0)} N;
                the parts themselves {trim(query.data.part_N, 0)} N.
              </p>
            </>
          )}
        </section>
      </div>
    </Faults.Provider>
  );
}
