import { useQuery } from "@tanstack/react-query";

import { client, takeAs } from "../api/client";
import type { ShelfItem, ShelfLine } from "../api/types";
import { useUnits } from "../session";

/** Things to fit that lie on the shelf; nothing where there are none. */
export function FromShelf({ onTake }: { onTake: (item: ShelfItem) => void }) {
  const units = useUnits();
  const query = useQuery({ queryKey: ["shelf", "list", units], queryFn: () => takeAs<{ items: ShelfLine[] }>(client.GET("/api/shelf")) });
  const lines = (query.data?.items ?? []).filter((l) => l.item.form === "gear" && (l.item.count ?? 1) > 0);
  if (lines.length === 0) return null;
  return (
    <label className="mt-2 block text-[15px] font-medium">
      or from the shelf
      <select
        className="entry mt-1"
        value=""
        onChange={(e) => {
          const line = lines.find((l) => String(l.id) === e.target.value);
          if (line) onTake(line.item);
        }}
      >
        <option value="">choose one of {lines.length}</option>
        {lines.map((l) => (
          <option key={l.id} value={l.id}>
            {l.words} ({l.item.count})
          </option>
        ))}
      </select>
    </label>
  );
}
