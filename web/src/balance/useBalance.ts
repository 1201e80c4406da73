import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useEffect } from "react";

import { client, Fault, takeAs } from "../api/client";
import type { Balance } from "../api/types";
import type { Workplace } from "../bench/useWorkplace";
import { useUnits } from "../session";
import { useWeighings } from "./useWeighings";

/** Where an aircraft balances, with what was weighed of it; what has been answered may be saved. */
export function useBalance({ id, file, setAnswered }: Workplace) {
  const units = useUnits();
  const { query: weighings, weighed } = useWeighings(id);
  const query = useQuery({
    queryKey: ["balance", file, units, weighed],
    // what was weighed is asked for first: an answer without it would be another one
    enabled: !weighings.isPending,
    gcTime: 0,
    retry: false,
    placeholderData: keepPreviousData,
    queryFn: () => takeAs<Balance>(client.POST("/api/balance", { body: { file, weighed } })),
  });
  const ready = query.isSuccess && !query.isPlaceholderData;
  useEffect(() => setAnswered(ready ? file : null), [ready, file, setAnswered]);
  return { query, weighings, fault: query.error instanceof Fault ? query.error : null };
}
