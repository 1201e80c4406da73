import { createContext, type ReactNode, useContext, useEffect, useId, useLayoutEffect, useRef, useState } from "react";

import { client, Fault, take } from "../api/client";
import type { Said, Units } from "../api/types";
import { sentence } from "../lib/show";
import { useUnits } from "../session";

/** Faults of the description as the server told them, by the path of their field. */
export const Faults = createContext<Said[]>([]);

export function useFault(path: string): string | null {
  const found = useContext(Faults).find((p) => p.field === path);
  return found ? `${found.what} ${found.right}`.trim() : null;
}

/**
 * What is typed is read by the server. Before something is saved for good, wait until all of it is
 * read, and do not go on while a field holds what cannot be read.
 */
export class Reading {
  private readonly pending = new Set<Promise<unknown>>();
  private readonly misread = new Set<string>();
  private readonly typed = new Set<() => void>();

  track(question: Promise<unknown>): void {
    this.pending.add(question);
    void question.catch(() => undefined).finally(() => this.pending.delete(question));
  }
  tell(field: string, wrong: boolean): void {
    if (wrong) this.misread.add(field);
    else this.misread.delete(field);
  }
  /** What was typed a moment ago and has not been asked about yet: `ask` asks now. */
  typing(ask: () => void): void {
    this.typed.add(ask);
  }
  asked(ask: () => void): void {
    this.typed.delete(ask);
  }
  /** True once everything is read and nothing was misread. */
  async allRight(): Promise<boolean> {
    for (const ask of [...this.typed]) ask();
    while (this.pending.size) await Promise.allSettled([...this.pending]);
    await new Promise((resolve) => setTimeout(resolve));
    return this.misread.size === 0;
  }
}

export const Readings = createContext<Reading | null>(null);

/** Typing has paused for so long, ms, that what stands there is meant. */
const PAUSE = 220;

/** Puts the first field that holds something wrong into sight and hand, once it is drawn. */
export function jumpToFault(): void {
  setTimeout(() => {
    const first = document.querySelector<HTMLElement>("[aria-invalid=true]");
    first?.scrollIntoView({ block: "center" });
    first?.focus({ preventScroll: true });
  }, 60);
}

interface FrameProps {
  label: string;
  hint?: ReactNode;
  fault: string | null;
  /** Something to press beside a fault. */
  more?: ReactNode;
  children: (ids: { id: string; describedBy: string | undefined; invalid: boolean }) => ReactNode;
}

function Frame({ label, hint, fault, more, children }: FrameProps) {
  const id = useId();
  const describedBy = fault ? `${id}-fault` : hint ? `${id}-hint` : undefined;
  return (
    <div className="min-w-0">
      <label htmlFor={id} className="mb-1 block text-[15px] leading-5 font-medium">
        {label}
      </label>
      {children({ id, describedBy, invalid: fault !== null })}
      {fault ? (
        <p id={`${id}-fault`} role="alert" className="mt-0.5 text-[15px] font-medium text-gives">
          {fault} {more}
        </p>
      ) : (
        hint && (
          <p id={`${id}-hint`} className="mt-0.5 text-[14px] text-pencil">
            {hint}
          </p>
        )
      )}
    </div>
  );
}

export type Kind =
  "length" | "size" | "mass" | "speed" | "angle" | "density" | "area_mass" | "area" | "temperature" | "torque" | "force" | "number" | "percent";

/** The core's own units, as the server reads them. */
const CORE_UNIT: Record<Kind, string> = {
  length: "mm", size: "mm", mass: "g", speed: "m/s", angle: "deg", density: "kg/m3", area_mass: "g/m2", area: "cm2",
  temperature: "°C", torque: "N mm", force: "N", number: "", percent: "%",
}; // prettier-ignore

/** What was written before is written so again: a form that opens anew is filled at once. */
const writtenBefore = new Map<string, string>();
let writtenIn = "";
const REMEMBERED = 2000;

async function written(value: number | null, kind: Kind, units: string): Promise<string> {
  if (value === null) return "";
  // a bare number of the core's own unit, read back by the server in the person's units
  const text = `${Number((value * (kind === "percent" ? 100 : 1)).toPrecision(8))} ${CORE_UNIT[kind]}`.trim();
  if (units !== writtenIn || writtenBefore.size >= REMEMBERED) writtenBefore.clear();
  writtenIn = units;
  const key = `${kind} ${text}`;
  const before = writtenBefore.get(key);
  if (before !== undefined) return before;
  const { shown } = await take(client.GET("/api/measure", { params: { query: { text, kind } } }));
  if (units === writtenIn) writtenBefore.set(key, shown);
  return shown;
}

interface MeasureProps {
  label: string;
  path: string;
  kind: Kind;
  value: number | null;
  onChange: (value: number) => void;
  /** What an emptied field means, where empty is allowed. */
  onEmpty?: () => void;
  hint?: ReactNode;
  /** What “60 %” is a part of, mm, where a length may be told so. */
  whole?: number;
  /** A bare number that comes to less than this many grams may have been meant in pounds or kilograms. */
  least?: number;
}

const BARE = /^\s*\d+(?:[.,]\d+)?\s*$/;

/** A length, weight or speed typed as people speak it. What was typed stays until it is right. */
export function MeasureField({ label, path, kind, value, onChange, onEmpty, hint, whole, least }: MeasureProps) {
  const units = useUnits();
  const [text, setText] = useState("");
  const [misread, setMisread] = useState<string | null>(null);
  const typing = useRef(false);
  const asked = useRef(0);
  const unread = useRef(false);
  // what was typed, and how the server writes it: a fault tells it as it was typed
  const [said, setSaid] = useState<{ typed: string; shown: string } | null>(null);
  const waits = useRef<{ timer: ReturnType<typeof setTimeout>; ask: () => void } | null>(null);
  // raised to look again whether the field says what is meant: when it is left, and when what was typed has been read
  const [turn, setTurn] = useState(0);
  const input = useRef<HTMLInputElement>(null);
  // a value that arrives in a field that was just entered is chosen whole, as it would have been on entering
  useLayoutEffect(() => {
    if (!typing.current && input.current && document.activeElement === input.current) input.current.select();
  }, [text]);
  const reading = useContext(Readings);
  useEffect(() => {
    reading?.tell(path, misread !== null);
    return () => reading?.tell(path, false);
  }, [reading, path, misread]);
  const found = useFault(path);
  const fault = found && said && found.startsWith(`${said.shown} `) ? said.typed + found.slice(said.shown.length) : found;

  const empty = text === "";
  const wrong = misread !== null || fault !== null;
  useEffect(() => {
    // what was typed stays while it is being typed, until it is read, and while it is wrong
    if (typing.current || unread.current || (wrong && !empty)) return;
    let current = true;
    written(value, kind, units).then(
      (shown) => {
        if (current && !typing.current && !unread.current) setText(shown);
      },
      () => undefined,
    );
    return () => {
      current = false;
    };
  }, [value, kind, units, wrong, empty, turn]);

  function read(typed: string) {
    const ticket = ++asked.current;
    unread.current = false;
    if (!typed.trim() && onEmpty) {
      setMisread(null);
      onEmpty();
      return;
    }
    const question = take(client.GET("/api/measure", { params: { query: { text: typed, kind, whole } } }));
    unread.current = true;
    reading?.track(question);
    question.then(
      (measure) => {
        if (ticket !== asked.current) return;
        unread.current = false;
        setTurn((t) => t + 1);
        setMisread(null);
        setSaid({ typed: typed.trim(), shown: measure.shown });
        reading?.tell(path, false);
        onChange(measure.value);
      },
      (cause: unknown) => {
        if (ticket !== asked.current) return;
        unread.current = false;
        setMisread(cause instanceof Fault ? refusal(cause) : "It cannot be read.");
        // told at once, not when it is drawn: Save may ask before that
        reading?.tell(path, true);
      },
    );
  }

  /** Asks about what is typed once typing pauses, at once when the field is left or something is saved. */
  function readSoon(typed: string) {
    stopWaiting();
    const ask = () => {
      stopWaiting();
      read(typed);
    };
    unread.current = true;
    // what is on its way for an older text no longer counts
    asked.current++;
    waits.current = { timer: setTimeout(ask, PAUSE), ask };
    reading?.typing(ask);
  }
  function stopWaiting() {
    if (!waits.current) return;
    clearTimeout(waits.current.timer);
    reading?.asked(waits.current.ask);
    waits.current = null;
  }
  // a field that goes away with something just typed in it still counts
  const leave = useRef<() => void>(() => undefined);
  useEffect(() => {
    leave.current = () => waits.current?.ask();
  });
  useEffect(() => () => leave.current(), []);

  const larger = units === "metric" ? "kg" : "lb";
  const asks = least !== undefined && value !== null && value < least && BARE.test(said?.typed ?? "") ? `${said!.typed} ${larger}` : null;
  const offer = asks && (
    <button
      type="button"
      className="btn btn-quiet px-0"
      onClick={() => {
        setText(asks);
        read(asks);
      }}
    >
      {asks}?
    </button>
  );

  return (
    <Frame label={label} hint={offer || hint} fault={misread ?? fault} more={offer}>
      {({ id, describedBy, invalid }) => (
        <input
          ref={input}
          id={id}
          className="entry"
          inputMode="text"
          autoComplete="off"
          value={text}
          aria-invalid={invalid}
          aria-describedby={describedBy}
          onFocus={(e) => e.target.select()}
          onChange={(e) => {
            typing.current = true;
            setText(e.target.value);
            readSoon(e.target.value);
          }}
          onKeyDown={(e) => e.key === "Enter" && waits.current?.ask()}
          onBlur={() => {
            typing.current = false;
            waits.current?.ask();
            setTurn((t) => t + 1);
          }}
        />
      )}
    </Frame>
  );
}

function refusal(fault: Fault): string {
  const first = fault.problems[0];
  return sentence(first ? `${first.what} ${first.right}`.trim() : fault.message);
}

interface TextProps {
  label: string;
  path: string;
  value: string;
  onChange: (value: string) => void;
  hint?: ReactNode;
  long?: boolean;
  type?: "text" | "password";
  autoComplete?: string;
}

export function TextField({ label, path, value, onChange, hint, long, type = "text", autoComplete }: TextProps) {
  const fault = useFault(path);
  return (
    <Frame label={label} hint={hint} fault={fault}>
      {({ id, describedBy, invalid }) => {
        const common = {
          id,
          className: long ? "entry min-h-20 py-1.5" : "entry",
          value,
          "aria-invalid": invalid,
          "aria-describedby": describedBy,
          onChange: (e: { target: { value: string } }) => onChange(e.target.value),
        };
        return long ? <textarea {...common} rows={3} /> : <input {...common} type={type} autoComplete={autoComplete ?? "off"} />;
      }}
    </Frame>
  );
}

interface ChoiceProps<T extends string> {
  label: string;
  path: string;
  value: T;
  onChange: (value: T) => void;
  options: { value: T; label: string }[];
  hint?: ReactNode;
}

export function ChoiceField<T extends string>({ label, path, value, onChange, options, hint }: ChoiceProps<T>) {
  const fault = useFault(path);
  return (
    <Frame label={label} hint={hint} fault={fault}>
      {({ id, describedBy, invalid }) => (
        <select id={id} className="entry" value={value} aria-invalid={invalid} aria-describedby={describedBy} onChange={(e) => onChange(e.target.value as T)}>
          {options.map((o) => (
            <option key={o.value} value={o.value}>
              {o.label}
            </option>
          ))}
        </select>
      )}
    </Frame>
  );
}

export function unitsWord(units: Units): string {
  return units === "metric" ? "230, 23 cm or 9 in" : "9, 9 1/16 in or 23 cm";
}
