import type { ReactNode } from "react";

interface Props {
  title: string;
  head: string[];
  rows: ReactNode[][];
}

/** The data of a drawing as a table, for whoever cannot see it or wants the figures. */
export function AsTable({ title, head, rows }: Props) {
  return (
    <details className="text-[14px]">
      <summary className="cursor-pointer py-1 text-pencil underline decoration-rule underline-offset-4 hover:decoration-ink">{title}</summary>
      <div className="overflow-x-auto">
        <table className="w-full border-collapse" aria-label={title}>
          <thead>
            <tr className="border-b border-ink text-left text-pencil">
              {head.map((h, k) => (
                <th key={h} scope="col" className={`px-1.5 py-0.5 font-normal ${k ? "text-right" : ""}`}>
                  {h}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((row, r) => (
              <tr key={r} className="border-b border-rule">
                {row.map((cell, k) => (
                  <td key={k} className={`px-1.5 py-0.5 ${k ? "text-right whitespace-nowrap" : ""}`}>
                    {cell}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </details>
  );
}
