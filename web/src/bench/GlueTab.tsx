import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";

import { client, take } from "../api/client";
import type { Airframe, GluedJoint, Scheme } from "../api/types";
import { ReserveBar } from "../drawing/ReserveBar";
import { trim } from "../lib/show";
import { useUnits } from "../session";

/** The glued joints of the scheme, found by themselves; each opens the chooser with what is asked of it. */
export function GlueTab({ airframe, scheme, ready }: { airframe: Airframe; scheme: Scheme; ready: boolean }) {
  const units = useUnits();
  const query = useQuery({
    queryKey: ["glue", "joints", airframe, scheme, units],
    enabled: ready,
    retry: false,
    queryFn: () => take<GluedJoint[]>(client.POST("/api/glue/joints", { body: { airframe, scheme, station_mm: null } })),
  });
  return (
    <section aria-label="Glued joints">
      <p className="mb-1 text-[15px] text-pencil">Every bond of this scheme, the weakest first, with the reserve that its glue leaves in a hard pull.</p>
      {query.data?.length === 0 && <p className="text-[17px]">Nothing is glued in yet.</p>}
      {query.isError && <p role="alert">The joints cannot be worked out now.</p>}
      <ul data-testid="glued">
        {query.data?.map((j) => (
          <li key={j.id} className="grid grid-cols-[minmax(0,1fr)_auto] gap-x-3 border-b border-rule py-1.5">
            <p className="leading-5">
              <span className="font-medium">{j.name}</span>
              {j.where && <span className="text-pencil">, {j.where}</span>}
              <span className="block text-[14px] leading-4.5">
                {j.glue_label}; {j.how}
              </span>
            </p>
            <div className="flex items-center gap-3">
              {typeof j.reserve === "number" && j.state && (
                <>
                  <ReserveBar reserve={j.reserve} state={j.state} />
                  <span className={`w-14 text-right font-medium ${j.state === "gives way" ? "text-gives" : ""}`}>×{j.reserve < 50 ? trim(j.reserve, 1) : "50+"}</span>
                </>
              )}
              <Link className="btn" to="/glue" state={{ joint: j.question, name: j.name }} aria-label={`Choose glue for ${j.name}`}>
                Choose glue
              </Link>
            </div>
          </li>
        ))}
      </ul>
    </section>
  );
}
