import { useEffect, useRef, useState } from "react";

import { Fault, lines } from "../api/client";
import type { Said } from "../api/types";
import { jumpToFault, Reading } from "./fields";

interface Progress {
  kind: "progress";
  done: number;
  of: number;
}
interface Refused {
  kind: "refused";
  problems: Said[];
}
interface Options<Line> {
  path: string;
  /** Fields that show their own faults; others are said beside the button. */
  fields: readonly string[];
  /** A fault's path as the server names it, as the form's fields are named. */
  field: (path: string) => string;
  /** Every line but progress and what was refused. */
  onLine: (line: Line) => void;
}

/** Something that takes long, told line by line: asked for, followed, stopped. */
export function useJob<Line>({ path, fields, field, onLine }: Options<Line>) {
  const [progress, setProgress] = useState<{ done: number; of: number } | null>(null);
  const [problems, setProblems] = useState<Said[]>([]);
  const [trouble, setTrouble] = useState<string | null>(null);
  const control = useRef<AbortController | null>(null);
  const [reading] = useState(() => new Reading());
  useEffect(() => () => control.current?.abort(), []);

  function refused(said: Said[]) {
    const at = said.map((p) => ({ ...p, field: field(p.field) }));
    setProblems(at);
    const loose = at.filter((p) => !fields.includes(p.field));
    if (loose.length) setTrouble(loose.map((p) => `${p.what} ${p.right}`.trim()).join(" "));
  }

  /** `ask` is called once what was typed last has been read; false where something cannot be read. */
  async function run(ask: () => unknown): Promise<boolean> {
    if (!(await reading.allRight())) {
      jumpToFault();
      setTrouble("Something above cannot be read.");
      return false;
    }
    control.current?.abort();
    const own = new AbortController();
    control.current = own;
    setProgress({ done: 0, of: 1 });
    setProblems([]);
    setTrouble(null);
    try {
      await lines<{ kind: string }>(path, ask(), own.signal, (told) => {
        if (told.kind === "progress") setProgress(told as Progress);
        else if (told.kind === "refused") refused((told as Refused).problems);
        else onLine(told as Line);
      });
    } catch (cause) {
      if (own.signal.aborted) setTrouble(control.current === own ? "Stopped; nothing was changed." : null);
      else if (cause instanceof Fault && cause.problems.length) refused(cause.problems);
      else setTrouble(cause instanceof Fault ? cause.message : "It broke off. Try again; nothing was changed.");
    } finally {
      if (control.current === own) setProgress(null);
    }
    return true;
  }
  return { progress, problems, trouble, reading, run, stop: () => control.current?.abort() };
}
