import { useQuery } from "@tanstack/react-query";

import { client, takeAs } from "../api/client";
import type { Schemas, Weighed } from "../api/types";

type WeighIns = Schemas["WeighInsOut"];

export const weighingsKey = (id: number) => ["weighings", id];

/** What was weighed of an airframe so far, in order; nothing while that is not known. */
export function useWeighings(id: number) {
  const query = useQuery({
    queryKey: weighingsKey(id),
    queryFn: () => takeAs<WeighIns>(client.GET("/api/airframes/{airframe_id}/weighings", { params: { path: { airframe_id: id } } })),
  });
  const weighed: Weighed[] = (query.data?.weighings ?? []).map((w) => w.weighed);
  return { query, weighed };
}
