import { useQuery, useQueryClient } from "@tanstack/react-query";
import { createContext, type ReactNode, useContext } from "react";

import { client, Fault, keepToken, take } from "./api/client";
import type { Catalogue, Session, Units } from "./api/types";
import { carried, carry, forgetCarried } from "./lib/carried";

const Current = createContext<Session | null>(null);

async function load(): Promise<Session> {
  const session = await carried("session", () => take(client.GET("/api/session")));
  keepToken(session.csrf);
  return session;
}

export function useSession(): Session {
  const session = useContext(Current);
  if (!session) throw new Error("no session");
  return session;
}

export function useUnits(): Units {
  return useSession().units;
}

/** Put a new session (after signing in or out, or choosing units) in place of the old one. */
export function useAdopt(): (session: Session) => void {
  const queries = useQueryClient();
  return (session) => {
    keepToken(session.csrf);
    const before = queries.getQueryData<Session>(["session"]);
    queries.setQueryData(["session"], session);
    if (before?.name !== session.name) forgetCarried();
    carry("session", session);
    if (before?.name !== session.name) queries.removeQueries({ predicate: (q) => q.queryKey[0] !== "session" });
  };
}

export function useCatalogue(): Catalogue | undefined {
  return useQuery({
    queryKey: ["catalogue"],
    queryFn: () => carried("catalogue", () => take(client.GET("/api/catalogue"))),
    networkMode: "always",
    staleTime: Infinity,
  }).data;
}

export function SessionGate({ children }: { children: ReactNode }) {
  const query = useQuery({ queryKey: ["session"], queryFn: load, staleTime: Infinity, retry: 3, networkMode: "always" });
  if (query.isPending) return <p className="p-8 text-lg">Opening the workshop…</p>;
  if (query.isError)
    return (
      <div className="p-8">
        <h1 className="text-2xl font-semibold">The server does not answer</h1>
        <p className="mt-2">{query.error instanceof Fault ? query.error.message : "Something broke here."}</p>
        <button className="btn mt-4" onClick={() => void query.refetch()}>
          Try again
        </button>
      </div>
    );
  return <Current.Provider value={query.data}>{children}</Current.Provider>;
}
