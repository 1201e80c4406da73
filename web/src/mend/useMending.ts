import { keepPreviousData, useQuery } from "@tanstack/react-query";

import { client, Fault, takeAs } from "../api/client";
import type { Aim, AirframeFile, Alternatives, Look, MendOffer, Repair, RepairVerdict, Schemas, ShelfOut, Verdict } from "../api/types";
import { carried, stampOf } from "../lib/carried";
import { shownOf } from "../lib/parts";
import { useUnits } from "../session";

/** What a mend may be made of. */
export type Stock = "any" | "shelf" | "box";
export const STOCKS: { value: Stock; label: string }[] = [
  { value: "box", label: "the field box" },
  { value: "shelf", label: "the shelf" },
  { value: "any", label: "whatever can be had" },
];

/** ms after which a verdict that did not come is asked for again; own choice. */
const AGAIN = 5000;

const asFault = (error: unknown) => (error instanceof Fault ? error : null);

/** What to look at after what happened; kept as long as the page, so that it is there without a net. */
export function useLook(file: AirframeFile, happened: Repair["happened"]) {
  return useQuery({
    queryKey: [
      "look",
      happened.story,
      Object.entries(file.airframe.parts)
        .filter(([, p]) => p)
        .map(([n]) => n),
    ],
    staleTime: Infinity,
    gcTime: Infinity,
    placeholderData: keepPreviousData,
    queryFn: () =>
      carried(
        `look-${happened.story}`,
        () => takeAs<Look>(client.POST("/api/repairs/look", { body: { file: file as never, happened } })),
        stampOf([happened, file.airframe.parts]),
      ),
    networkMode: "always",
  });
}

/** The part as it is drawn. */
export function usePlan(id: number, file: AirframeFile, part: Repair["damages"][number]["on"]) {
  const scheme = shownOf(file, part);
  return useQuery({
    queryKey: ["mend-plan", part, file.airframe, scheme],
    enabled: scheme !== undefined,
    staleTime: Infinity,
    gcTime: Infinity,
    placeholderData: keepPreviousData,
    queryFn: () =>
      carried(
        `plan-${id}-${part}`,
        () =>
          takeAs<Verdict>(client.POST("/api/evaluate", { body: { airframe: file.airframe, scheme: scheme!, others: [], moving: true } as never })).then(
            (v) => v.drawing.plan,
          ),
        stampOf([file.airframe, scheme]),
      ),
    networkMode: "always",
  });
}

/** Sound, broken, mended under one plan. */
export function useVerdict(file: AirframeFile, repair: Repair, aim: Aim) {
  const units = useUnits();
  const query = useQuery<RepairVerdict>({
    queryKey: ["judge-repair", file, repair.damages, repair.plans[aim], repair.happened, repair.limit_min, aim, units],
    enabled: repair.damages.length > 0,
    gcTime: 60_000,
    retry: false,
    // without a net it is asked all the same, and says that there is none
    networkMode: "always",
    refetchOnReconnect: "always",
    refetchInterval: ({ state }) => (state.error instanceof Fault && state.error.status !== 422 ? AGAIN : false),
    placeholderData: keepPreviousData,
    queryFn: ({ signal }) => takeAs<RepairVerdict>(client.POST("/api/repairs/judge", { body: { file, repair, aim } as never, signal })),
  });
  return { query, fault: asFault(query.error) };
}

/** Ways to mend one damage, asked for when they are opened. */
export function useWays(file: AirframeFile, repair: Repair, damage: string | null, aim: Aim, school: string, of: Stock) {
  const units = useUnits();
  return useQuery({
    queryKey: ["ways", file, repair.damages, repair.happened, damage, aim, school, of, units],
    enabled: damage !== null,
    gcTime: 60_000,
    retry: false,
    placeholderData: keepPreviousData,
    queryFn: ({ signal }) => takeAs<Alternatives>(client.POST("/api/repairs/ways", { body: { file, repair, damage, aim, school, of } as never, signal })),
  });
}

const useStock = () =>
  useQuery({
    queryKey: ["shelf", "mending"],
    staleTime: 300_000,
    queryFn: () => carried("shelf", () => takeAs<ShelfOut>(client.GET("/api/shelf"))),
    networkMode: "always",
  });

/** The sign before the workshop's prices. */
export function useMoney(): string {
  return useStock().data?.money ?? "";
}

/** Whether anything is in the field box. */
export function useHasBox(): boolean {
  return (useStock().data?.items ?? []).some((line) => line.item.in_box);
}

/** Every kind of mend for one damage, in usual sizes. */
export function useOffers(file: AirframeFile, repair: Repair, damage: string | null) {
  return useQuery({
    queryKey: ["mend-offers", file, repair.damages, repair.happened, damage],
    enabled: damage !== null,
    retry: false,
    gcTime: 60_000,
    placeholderData: keepPreviousData,
    queryFn: ({ signal }) => takeAs<MendOffer[]>(client.POST("/api/repairs/offers", { body: { file, repair, damage } as never, signal })),
  });
}

/** What became of each kind of mend in this workshop, by kind: "held 3 of 4 times". */
export function useRecords(): Record<string, string> {
  const query = useQuery({
    queryKey: ["mend-records"],
    staleTime: 60_000,
    queryFn: () => takeAs<Schemas["MendRecord"][]>(client.GET("/api/repairs/records")),
  });
  return Object.fromEntries((query.data ?? []).map((r) => [r.kind, r.says]));
}
