import { sentence } from "./show";
const NTH = ["first", "second", "third", "fourth", "fifth", "sixth"];

function nth(index: number): string {
  return NTH[index] ?? `${index + 1}th`;
}

const OF: Record<string, (index: number) => string> = {
  panels: (k) => `the ${nth(k)} panel`,
  pieces: (k) => `the ${nth(k)} piece`,
  stations: (k) => `the ${nth(k)} station`,
  left_out: (k) => `the ${nth(k)} open wall`,
  schemes: (k) => `the ${nth(k)} scheme`,
};
const ALONE: Record<string, string> = {
  wing: "the wing", tailplane: "the tailplane", fin: "the fin", body: "the body", walls: "the walls", joint: "the joint", aerofoil: "the section", core: "the foam",
  seat: "the seat", targets: "what is wanted", aileron: "the aileron", flap: "the flap", elevator: "the elevator", rudder: "the rudder",
  flight: "how it is flown",
}; // prettier-ignore

/** Where a fault of a file is, as people say it: "panel span of the first panel of the wing". */
export function faultPlace({ field, label }: { field: string; label: string }): string {
  const parts = field.split(".");
  const said: string[] = [];
  for (let k = parts.length - 1; k >= 0; k--) {
    const [part, before] = [parts[k]!, parts[k - 1] ?? ""];
    if (/^\d+$/.test(part)) {
      const of = OF[before];
      if (of) said.push(of(Number(part)));
    } else if (ALONE[part] && k < parts.length - 1) said.push(ALONE[part]);
  }
  const name = sentence(label);
  return [name, ...said].join(" of ");
}
