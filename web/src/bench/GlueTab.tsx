import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";

import { client, take, takeAs } from "../api/client";
import type { Airframe, GluedJoint, Scheme } from "../api/types";
import { ReserveBar } from "../drawing/ReserveBar";
import { times } from "../lib/show";
import { useUnits } from "../session";
import { ChoiceField } from "../ui/fields";

function Line({ joint: j }: { joint: GluedJoint }) {
  const bad = j.state === "gives way" || j.against.length > 0;
  return (
    <li className="border-b border-rule py-1.5" data-joint={j.id}>
      <div className="grid grid-cols-[minmax(0,1fr)_auto] gap-x-3 gap-y-1 max-sm:grid-cols-1">
        <p className="leading-5">
          <span className="font-medium">{j.name}</span>
          {j.where && <span className="text-pencil">, {j.where}</span>}
          <span className="block text-[14px] leading-4.5">
            {j.glue_label}; {j.how}
          </span>
        </p>
        <div className="flex items-center gap-3">
          {j.reserve && j.state && (
            <>
              <ReserveBar reserve={j.reserve[1]} state={j.state} />
              <span className={`w-20 text-right font-medium ${j.state === "gives way" ? "text-gives" : ""}`}>
                {times(j.reserve[1], 1)}
                <span className="block text-[13px] leading-4 font-normal text-pencil">
                  {times(j.reserve[0], 1)} to {times(j.reserve[2], 1)}
                </span>
              </span>
            </>
          )}
          {j.question && (
            <Link className="btn" to="/glue" state={{ joint: j.question, name: j.name }} aria-label={`Choose glue for ${j.name}`}>
              Choose glue
            </Link>
          )}
        </div>
      </div>
      {j.against.map((reason) => (
        <p key={reason} className="text-[15px] leading-5 font-medium text-gives">
          {reason}
        </p>
      ))}
      <p className={`text-[15px] leading-5 ${bad ? "font-medium" : "text-pencil"}`}>{j.todo}</p>
      {j.test && <p className="border-l-4 border-tape pl-2 text-[14px] leading-4.5">Worth a test: {j.test.says}</p>}
    </li>
  );
}

/** The glued joints of the scheme, found by themselves; each opens the chooser with what is asked of it. */
export function GlueTab({ airframe, scheme, others, ready }: { airframe: Airframe; scheme: Scheme; others: Scheme[]; ready: boolean }) {
  const units = useUnits();
  const [school, setSchool] = useState("foaming");
  const words = useQuery({ queryKey: ["glue", "words"], queryFn: () => take(client.GET("/api/glue/words")), staleTime: Infinity }).data;
  const query = useQuery({
    queryKey: ["glue", "joints", airframe, scheme, others, units, school],
    enabled: ready,
    placeholderData: keepPreviousData,
    retry: false,
    queryFn: () => takeAs<GluedJoint[]>(client.POST("/api/glue/joints", { body: { airframe, scheme, others, station_mm: null, school } })),
  });
  return (
    <section aria-label="Glued joints">
      <div className="flex flex-wrap items-end justify-between gap-x-4">
        <p className="mb-1 max-w-72 text-[15px] text-pencil">
          Every bond of this scheme, the weakest first, with the reserve that its glue leaves in a hard pull.
        </p>
        <div className="w-52">
          <ChoiceField
            label="What to do as by"
            path="school"
            value={school}
            onChange={setSchool}
            options={(words?.schools ?? []).map((s) => ({ value: s.id, label: s.label }))}
          />
        </div>
      </div>
      {query.data?.length === 0 && <p className="text-[17px]">Nothing is glued in yet.</p>}
      {query.isError && <p role="alert">The joints cannot be worked out now.</p>}
      <ul data-testid="glued" className="mt-2">
        {query.data?.map((j) => (
          <Line key={j.id} joint={j} />
        ))}
      </ul>
    </section>
  );
}
