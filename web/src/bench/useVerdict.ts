import { useEffect, useRef, useState } from "react";

import { client, Fault, takeAs } from "../api/client";
import type { Airframe, AirframeFile, Said, Scheme, Slice, Units, Verdict } from "../api/types";
import { carried } from "./carried";
import { useLatest } from "./useLatest";

interface Question {
  airframe: Airframe;
  scheme: Scheme;
  others: Scheme[];
  file: AirframeFile | null;
  station: number | null;
  /** Something is being dragged or typed: typical figures at once, all of them when it rests. */
  moving: boolean;
  /** What the last whole answer said the middle of builds is; of a first one nothing. */
  middle?: Verdict["middle"];
}

/** So long nothing must have changed before ledger and spread are asked for, ms. */
const RESTS = 120;

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
export function useVerdict(
  airframe: Airframe,
  scheme: Scheme,
  others: Scheme[],
  station: number | null,
  units: Units,
  file: AirframeFile | null = null,
): Answer {
  const [answer, setAnswer] = useState<Answer>({ verdict: null, slice: null, problems: [], trouble: null, answered: null });
  const stationNow = useRef(station);
  const [retry, setRetry] = useState(0);
  /** The scheme whose full answer stands. */
  const full = useRef<string | null>(null);
  /** What that says the middle of builds is. */
  const middle = useRef<Verdict["middle"]>(undefined);

  const ask = useLatest(
    async ({ airframe, scheme, others, station, moving, middle }: Question) =>
      takeAs<Verdict>(client.POST("/api/evaluate", { body: { airframe, scheme, others, station_mm: station, moving, middle } })),
    (told: Verdict, { file, moving, scheme }: Question) =>
      setAnswer((a) => {
        const verdict = moving && a.verdict ? carried(told, a.verdict) : told;
        full.current = moving ? full.current : scheme.id;
        middle.current = told.middle;
        return { verdict, slice: verdict.drawing.slice, problems: [], trouble: null, answered: moving ? null : file };
      }),
    (cause: unknown) => {
      const fault = cause instanceof Fault ? cause : null;
      if (fault?.status === 422) setAnswer((a) => ({ ...a, problems: fault.problems.map(pathInDocument), trouble: null, answered: null }));
      else {
        setAnswer((a) => ({ ...a, trouble: fault?.message ?? "Something broke here.", answered: null }));
        setTimeout(() => setRetry((n) => n + 1), 3000);
      }
    },
  );
  const askSlice = useLatest(
    async ({ airframe, scheme, station }: Question) => takeAs<Slice>(client.POST("/api/slice", { body: { airframe, scheme, station_mm: station } })),
    (slice: Slice) => setAnswer((a) => ({ ...a, slice })),
    () => undefined,
  );

  useEffect(() => {
    stationNow.current = station;
  }, [station]);
  useEffect(() => {
    const question = { airframe, scheme, others, file, station: stationNow.current };
    // the first answer on a scheme is the full one; after that, what moves is answered first and told in full when it rests
    if (full.current !== scheme.id) {
      ask({ ...question, moving: false });
      return;
    }
    ask({ ...question, moving: true, middle: middle.current });
    const rests = setTimeout(() => ask({ ...question, station: stationNow.current, moving: false }), RESTS);
    return () => clearTimeout(rests);
  }, [ask, airframe, scheme, others, file, units, retry]);
  const first = useRef(true);
  useEffect(() => {
    if (first.current) {
      first.current = false;
      return;
    }
    askSlice({ airframe, scheme, others, file: null, station, moving: false });
    // the document's own changes bring a new slice with the verdict
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [askSlice, station]);
  return answer;
}
