import { useEffect, useRef, useState } from "react";

import { client, Fault, takeAs } from "../api/client";
import type { Airframe, AirframeFile, Said, Scheme, Slice, Units, Verdict } from "../api/types";
import { useLatest } from "./useLatest";

interface Question {
  airframe: Airframe;
  scheme: Scheme;
  file: AirframeFile | null;
  station: number | null;
}

export interface Answer {
  verdict: Verdict | null;
  slice: Slice | null;
  problems: Said[];
  /** The server is gone or broke; the sentence to show. */
  trouble: string | null;
  /** The document that the verdict belongs to. */
  answered: AirframeFile | null;
}

/** Faults come by their path in what was asked; forms know them by their path in the document. */
function pathInDocument(problem: Said): Said {
  return { ...problem, field: problem.field.replace(/^(scheme\.(?!name|notes)|airframe\.)/, "") };
}

/** The verdict on what lies on the bench, asked again whenever it changes. */
export function useVerdict(airframe: Airframe, scheme: Scheme, station: number | null, units: Units, file: AirframeFile | null = null): Answer {
  const [answer, setAnswer] = useState<Answer>({ verdict: null, slice: null, problems: [], trouble: null, answered: null });
  const stationNow = useRef(station);
  const [retry, setRetry] = useState(0);

  const ask = useLatest(
    async ({ airframe, scheme, station }: Question) =>
      takeAs<Verdict>(client.POST("/api/evaluate", { body: { airframe, scheme, station_mm: station } })),
    (verdict: Verdict, question: Question) =>
      setAnswer({ verdict, slice: verdict.drawing.slice, problems: [], trouble: null, answered: question.file }),
    (cause: unknown) => {
      const fault = cause instanceof Fault ? cause : null;
      if (fault?.status === 422)
        setAnswer((a) => ({ ...a, problems: fault.problems.map(pathInDocument), trouble: null, answered: null }));
      else {
        setAnswer((a) => ({ ...a, trouble: fault?.message ?? "Something broke here.", answered: null }));
        setTimeout(() => setRetry((n) => n + 1), 3000);
      }
    },
  );
  const askSlice = useLatest(
    async ({ airframe, scheme, station }: Question) =>
      takeAs<Slice>(client.POST("/api/slice", { body: { airframe, scheme, station_mm: station } })),
    (slice: Slice) => setAnswer((a) => ({ ...a, slice })),
    () => undefined,
  );

  useEffect(() => {
    stationNow.current = station;
  }, [station]);
  useEffect(() => {
    ask({ airframe, scheme, file, station: stationNow.current });
  }, [ask, airframe, scheme, file, units, retry]);
  const first = useRef(true);
  useEffect(() => {
    if (first.current) {
      first.current = false;
      return;
    }
    askSlice({ airframe, scheme, file: null, station });
    // the document's own changes bring a new slice with the verdict
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [askSlice, station]);
  return answer;
}
