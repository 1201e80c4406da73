import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "react-router";

import { client, Fault, takeAs } from "../api/client";
import type { AirframeFile } from "../api/types";
import { carried } from "../lib/carried";
import { TopBar } from "../ui/TopBar";
import { Workshop } from "./Workshop";

export function BenchPage() {
  const { id, part } = useParams();
  const number = Number(id);
  const query = useQuery({
    queryKey: ["airframe", number],
    queryFn: () =>
      carried(`airframe-${number}`, () =>
        takeAs<{ version: number; file: AirframeFile }>(client.GET("/api/airframes/{airframe_id}", { params: { path: { airframe_id: number } } })),
      ),
    networkMode: "always",
    gcTime: 0,
    staleTime: Infinity,
  });
  if (query.isPending)
    return (
      <>
        <TopBar />
        <p className="p-8 text-lg">Laying the airframe on the bench…</p>
      </>
    );
  if (query.isError)
    return (
      <>
        <TopBar />
        <div className="p-8">
          <h1 className="text-2xl font-semibold">This airframe cannot be opened</h1>
          <p className="mt-2">{query.error instanceof Fault ? query.error.message : "Something broke here."}</p>
          <p className="mt-4 flex gap-3">
            <button className="btn" onClick={() => void query.refetch()}>
              Try again
            </button>
            <Link className="btn" to="/">
              All airframes
            </Link>
          </p>
        </div>
      </>
    );
  return <Workshop key={number} id={number} version={query.data.version} initial={query.data.file} part={part} />;
}
