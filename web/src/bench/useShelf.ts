import { keepPreviousData, useQuery } from "@tanstack/react-query";

import { client, take } from "../api/client";
import type { Airframe, Scheme, ShelfAnswer } from "../api/types";
import { useUnits } from "../session";

/** What a scheme needs set against the stock shelf; asked once the scheme can be worked out. */
export function useShelf(airframeId: number, airframe: Airframe, scheme: Scheme, ready: boolean): ShelfAnswer | undefined {
  const units = useUnits();
  return useQuery({
    queryKey: ["shelf", "check", airframeId, airframe.parts[scheme.part], scheme.id, scheme.pieces, units],
    enabled: ready,
    gcTime: 30_000,
    retry: false,
    placeholderData: keepPreviousData,
    queryFn: () => take(client.POST("/api/shelf/check", { body: { airframe, scheme, airframe_id: airframeId } })),
  }).data;
}
