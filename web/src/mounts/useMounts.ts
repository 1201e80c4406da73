import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useEffect } from "react";

import { client, Fault, takeAs } from "../api/client";
import type { Mounts, Working } from "../api/types";
import type { Workplace } from "../bench/useWorkplace";
import { useUnits } from "../session";

/** What holds gear and parts, judged; what has been answered may be saved. */
export function useMounts({ file, setAnswered }: Workplace) {
  const units = useUnits();
  const query = useQuery({
    queryKey: ["mounts", file, units],
    gcTime: 0,
    retry: false,
    placeholderData: keepPreviousData,
    queryFn: () => takeAs<Mounts>(client.POST("/api/mounts", { body: { file } })),
  });
  const ready = query.isSuccess && !query.isPlaceholderData;
  useEffect(() => setAnswered(ready ? file : null), [ready, file, setAnswered]);
  return { query, fault: query.error instanceof Fault ? query.error : null };
}

/** The working of one way in which a mount gives way, asked for when it is opened. */
export function useMountWorking(file: Workplace["file"], figure: string | null) {
  const units = useUnits();
  return useQuery({
    queryKey: ["mount-why", figure, units, file],
    enabled: figure !== null,
    gcTime: 0,
    retry: false,
    queryFn: () => takeAs<Working>(client.POST("/api/mounts/why", { body: { file, figure: figure! } })),
  });
}
