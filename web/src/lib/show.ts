import type { Unit, Units } from "../api/types";

/** Writing figures the way a builder of either system reads them. Reading what was typed is the server's. */

export function trim(value: number, decimals: number): string {
  const text = value.toFixed(decimals);
  const short = text.includes(".") ? text.replace(/\.?0+$/, "") : text;
  return short === "-0" ? "0" : short.replace("-", "−");
}

/** A capital letter before what the server tells as the end of a sentence. */
export const sentence = (text: string) => (text ? text[0]!.toUpperCase() + text.slice(1) : text);

/** Two or three figures, as many as an estimate is known to. */
export function rough(value: number): string {
  const size = Math.abs(value);
  return trim(value, size >= 100 ? 0 : size >= 10 ? 0 : size >= 1 ? 1 : 2);
}

/** So far above what is asked that no more is known of it. */
export const FAR = 6;

/** How many times what is asked: "×1.95"; beyond what an estimate is good for, "over 6 times". */
export function times(reserve: number, digits = 2): string {
  return reserve > FAR ? `over ${FAR} times` : `×${trim(reserve, digits)}`;
}

/** A load factor, or what a case counts: "13.1 G", "31 N", "2.4 times". */
export function factor(value: number, unit: Unit): string {
  return `${trim(value, 1)} ${unit === "times" ? "times" : unit}`;
}

/** A length along the aircraft, as near as it is known. */
export function length(mm: number, units: Units): string {
  if (units === "metric") return `${trim(mm, Math.abs(mm) < 10 ? 1 : 0)} mm`;
  return inches(mm);
}

/** As core/fletcher_core/units/engineering.py has it (tests/ops holds the two together). Unit as the server tells it: what one of it is in the unit of those who read inches, and that. */
const IN_POUNDS: Record<string, [number, string]> = {
  mm: [1 / 25.4, "in"],
  N: [0.2248089, "lb"],
  "N m": [8.850746, "lb in"],
  "N m²": [348.4516, "lb in²"],
  "N mm": [0.1416119, "oz in"],
  "g mm": [0.00138874, "oz in"],
  "g/m": [0.0107515, "oz/ft"],
  "g/m²": [0.02949354, "oz/yd²"],
  "kg/m³": [0.06242796, "lb/ft³"],
  MPa: [145.0377, "psi"],
  "N/mm": [5.710147, "lb/in"],
  "m/s": [2.236936, "mph"],
};

/** A figure and its unit in the units of whoever reads; words behind the unit stay. */
export function inUnits(value: number, unit: string, units: Units): { value: number; unit: string } {
  if (units === "metric") return { value, unit };
  if (unit === "°C") return { value: (value * 9) / 5 + 32, unit: "°F" };
  const known = Object.keys(IN_POUNDS)
    .filter((u) => unit === u || unit.startsWith(`${u} `))
    .sort((a, b) => b.length - a.length)[0];
  if (!known) return { value, unit };
  const [times, name] = IN_POUNDS[known]!;
  return { value: value * times, unit: name + unit.slice(known.length) };
}

/** The same as one word: "17 oz in". */
export function told(value: number, unit: string, units: Units): string {
  const found = inUnits(value, unit, units);
  return `${rough(found.value)} ${found.unit}`;
}

export function temperature(celsius: number, units: Units): string {
  return units === "metric" ? `${trim(celsius, 0)} °C` : `${trim((celsius * 9) / 5 + 32, 0)} °F`;
}

/** As near as what is worked out is known: 1/16 in from one inch on. What was typed is written by the server. */
function inches(mm: number): string {
  const step = Math.abs(mm) < 25.4 ? 64 : 16;
  const parts = Math.round((Math.abs(mm) / 25.4) * step);
  const whole = Math.floor(parts / step);
  let top = parts % step;
  let bottom = step;
  while (top > 0 && top % 2 === 0) {
    top /= 2;
    bottom /= 2;
  }
  const fraction = top ? `${top}/${bottom}` : "";
  const figure = [whole || !top ? String(whole) : "", fraction].filter(Boolean).join(" ");
  return `${mm < 0 ? "−" : ""}${figure} in`;
}

export function mass(grams: number, units: Units): string {
  if (units === "metric") return `${trim(grams, Math.abs(grams) < 10 ? 1 : 0)} g`;
  const oz = grams / 28.349523125;
  if (Math.abs(oz) >= 16) {
    const whole = Math.trunc(oz / 16);
    return `${whole} lb ${trim(Math.abs(oz - whole * 16), 1)} oz`;
  }
  return `${trim(oz, 2)} oz`;
}

/** What a piece multiplies or adds: "+30 %", and "×7.7" once it more than doubles. */
export function percent(share: number): string {
  if (share >= 1) return `×${trim(share + 1, share + 1 < 10 ? 1 : 0)}`;
  const value = share * 100;
  return `${value > 0 ? "+" : ""}${trim(value, Math.abs(value) < 10 ? 1 : 0)} %`;
}

export function signed(value: number, decimals = 1): string {
  const text = trim(value, decimals);
  return value > 0 && text !== "0" ? `+${text}` : text;
}

/** Minutes of work as they are said: "25 min", "1 h 40 min"; to five minutes from half an hour on. */
export function minutes(value: number): string {
  const whole = value < 30 ? Math.round(value) : Math.round(value / 5) * 5;
  return whole < 60 ? `${whole} min` : `${Math.floor(whole / 60)} h${whole % 60 ? ` ${whole % 60} min` : ""}`;
}

/** How long glue takes: "20 min", "3 h", "1 day". */
export function wait(value: number): string {
  if (value < 60) return `${trim(value, 0)} min`;
  return value < 1440 ? `${trim(value / 60, 1)} h` : `${trim(value / 1440, 1)} day${value >= 2160 ? "s" : ""}`;
}

/** What is left of a wait: "13:23", "2 h 08 min", "2 days 3 h". */
export function countdown(ms: number): string {
  const seconds = Math.floor(ms / 1000);
  const [days, hours, mins] = [Math.floor(seconds / 86_400), Math.floor(seconds / 3600) % 24, Math.floor(seconds / 60) % 60];
  if (days) return `${days} day${days > 1 ? "s" : ""} ${hours} h`;
  if (hours) return `${hours} h ${String(mins).padStart(2, "0")} min`;
  return `${mins}:${String(seconds % 60).padStart(2, "0")}`;
}

/** A share of builds as people count: "1 build in 7", "7 builds in 10", "nearly every build". */
export function builds(share: number): string {
  if (share > 0.95) return "nearly every build";
  if (share > 0.45) return `${Math.round(share * 10)} builds in 10`;
  return `1 build in ${Math.round(1 / share)}`;
}

/** How a part, a place or a case is judged, in the words that every screen uses. */
export const STATE_WORD = { sound: "sound", close: "little to spare", "gives way": "too weak" } as const;

export function price(value: number, money: string): string {
  return `${money} ${value.toFixed(2)}`;
}

/** A label in the middle of a sentence: "Epoxy, slow" as "epoxy, slow", "PVA" as it is. */
export function inside(label: string): string {
  return /^[A-Z][^A-Z]/.test(label) ? label[0]!.toLowerCase() + label.slice(1) : label;
}

/** 5 376 000 000: "5.4 billion". */
export function many(ways: number): string {
  if (ways >= 1e9) return `${trim(ways / 1e9, 1)} billion`;
  if (ways >= 1e6) return `${trim(ways / 1e6, 1)} million`;
  return ways.toLocaleString("en").replace(/,/g, " ");
}
