import type { ReactNode } from "react";

import { trim } from "../lib/show";

interface Part {
  label: string;
  value: number;
  weight: number;
}

/** How a score comes about: each thing it looks at, from 0 to 1, and how much that counts; sums below. */
export function ScoreTable({ name, parts, children }: { name: string; parts: Part[]; children: ReactNode }) {
  return (
    <table className="w-full text-[14px]" aria-label={`How ${name} scores`}>
      <tbody>
        {parts.map((p) => (
          <tr key={p.label} className="border-b border-rule">
            <th scope="row" className="text-left font-normal">
              {p.label}
            </th>
            <td className="w-24">
              <span className="block h-2.5 bg-tape" style={{ width: `${p.value * 100}%` }} aria-hidden="true" />
            </td>
            <td className="text-right whitespace-nowrap">
              {trim(p.value, 2)} × {trim(p.weight, 2)}
            </td>
          </tr>
        ))}
        {children}
      </tbody>
    </table>
  );
}

export function ScoreSum({ label, score }: { label: ReactNode; score: number }) {
  return (
    <tr className="font-medium">
      <th scope="row" className="text-left font-medium">
        {label}
      </th>
      <td />
      <td className="text-right">{trim(score, 2)}</td>
    </tr>
  );
}
