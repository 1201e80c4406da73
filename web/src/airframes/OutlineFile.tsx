import { useState } from "react";

import { client, Fault, take } from "../api/client";
import type { Body } from "../api/types";

type Station = Body["stations"][number];

interface Props {
  /** Of every station: a drawing says nothing of it. */
  roundness: number;
  onRead: (stations: Station[]) => void;
}

/** The outline from a drawing, seen from the side and, if there is one, from above; what was wrong with it is told here. */
export function OutlineFile({ roundness, onRead }: Props) {
  const [fault, setFault] = useState<string | null>(null);
  const [done, setDone] = useState<string | null>(null);
  const [above, setAbove] = useState<File | null>(null);
  const [side, setSide] = useState<File | null>(null);

  async function read(from: File, plan: File | null) {
    setDone("Reading…");
    try {
      const drawing = { side: await from.text(), above: plan ? await plan.text() : null, length_mm: null, roundness };
      const stations = await take(client.POST("/api/body-outline", { body: drawing }));
      setFault(null);
      setDone(`${from.name}: ${stations.length} stations. Undo brings back what was there.`);
      onRead(stations as Station[]);
    } catch (cause) {
      setDone(null);
      const said = cause instanceof Fault ? cause.problems[0] : undefined;
      setFault(said ? `${said.what} ${said.right}` : cause instanceof Fault ? cause.message : "The file cannot be read.");
    }
  }

  return (
    <details className="mb-2">
      <summary className="cursor-pointer text-[15px] underline decoration-rule decoration-2 underline-offset-4">Take the outline from a drawing</summary>
      <div className="mt-2 grid grid-cols-1 gap-3 sm:grid-cols-2">
        <label className="block text-[15px] font-medium">
          Seen from the side, SVG or DXF
          <input
            type="file"
            accept=".svg,.dxf,image/svg+xml"
            className="entry py-1.5"
            aria-invalid={fault !== null}
            aria-describedby="outline-said"
            onChange={(e) => {
              const file = e.target.files?.[0] ?? null;
              setSide(file);
              if (file) void read(file, above);
            }}
          />
        </label>
        <label className="block text-[15px] font-medium">
          From above, if there is one
          <input
            type="file"
            accept=".svg,.dxf,image/svg+xml"
            className="entry py-1.5"
            aria-describedby="outline-said"
            onChange={(e) => {
              const file = e.target.files?.[0] ?? null;
              setAbove(file);
              if (side) void read(side, file);
            }}
          />
        </label>
      </div>
      <p id="outline-said" role={fault ? "alert" : undefined} className={`mt-1 text-[15px] ${fault ? "font-medium text-gives" : "text-pencil"}`}>
        {fault ?? done ?? "One closed shape in mm, nose on the left. Without the view from above it is two thirds as wide as it is high."}
      </p>
    </details>
  );
}
