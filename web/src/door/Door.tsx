import { type FormEvent, useState } from "react";

import { client, Fault, take } from "../api/client";
import type { Said, Session } from "../api/types";
import { useAdopt } from "../session";
import { Faults, TextField } from "../ui/fields";

/** The first thing anybody sees: into the demo by one press, or into one's own workshop. */
export function Door() {
  const adopt = useAdopt();
  const [making, setMaking] = useState(false);
  const [name, setName] = useState("");
  const [password, setPassword] = useState("");
  const [workshop, setWorkshop] = useState("");
  const [problems, setProblems] = useState<Said[]>([]);
  const [trouble, setTrouble] = useState<{ at: "demo" | "own"; text: string } | null>(null);
  const [busy, setBusy] = useState(false);

  function enter(at: "demo" | "own", pending: Promise<Session>) {
    setBusy(true);
    setProblems([]);
    setTrouble(null);
    pending.then(adopt, (cause: unknown) => {
      const fault = cause instanceof Fault ? cause : null;
      const said = fault?.problems ?? [];
      setProblems(said.filter((p) => p.field));
      const general = said.filter((p) => !p.field).map((p) => `${p.what} ${p.right}`.trim());
      const text = said.length ? general.join(" ") : (fault?.message ?? "Something broke here. Try once more.");
      setTrouble(text ? { at, text } : null);
      setBusy(false);
    });
  }

  function submit(event: FormEvent) {
    event.preventDefault();
    enter(
      "own",
      making ? take(client.POST("/api/session/new", { body: { name, password, workshop } })) : take(client.POST("/api/session", { body: { name, password } })),
    );
  }

  return (
    <main className="mx-auto grid min-h-dvh max-w-5xl content-center gap-x-14 gap-y-8 px-5 py-8 md:grid-cols-[1.25fr_1fr]">
      <section>
        <p className="flex items-center gap-3 text-2xl font-semibold">
          <img src="/icon.svg" alt="" className="size-9" />
          Fletcher
        </p>
        <h1 className="mt-6 text-[40px] leading-[1.1] font-semibold text-balance">
          What does that spar buy you, what does it weigh, and where does it break then?
        </h1>
        <p className="mt-4 max-w-prose text-lg">
          Lay rods, tubes, film and tape into a foam wing. Each change is answered at once: bend, twist, grams, the load at which it gives way and the place.
        </p>
        <button className="btn btn-main mt-6 min-h-14 px-6 text-xl" disabled={busy} onClick={() => enter("demo", take(client.POST("/api/session/demo")))}>
          Open the demo workshop
        </button>
        {trouble?.at === "demo" && (
          <p role="alert" className="mt-2 font-medium text-gives">
            {trouble.text}
          </p>
        )}
        <p className="mt-2 text-[15px] text-pencil">
          No account needed. A made-up group that watches a dune coast. Change anything: the copy is yours alone, and kept for a day after your last visit.
        </p>
        <p className="mt-8 max-w-prose border-l-4 border-kraft pl-3 text-[15px]">
          For unmanned, model-size aircraft only, never for anything that carries a person. Figures are estimates with their spread and source shown. Local
          flying rules and licensed inspection come first.
        </p>
      </section>
      <section className="self-center border-t-2 border-ink pt-4 md:border-t-0 md:border-l-2 md:pt-0 md:pl-8">
        <h2 className="text-xl font-semibold">{making ? "A workshop of your own" : "Your own workshop"}</h2>
        <Faults.Provider value={problems}>
          <form className="mt-3 grid gap-3" onSubmit={submit}>
            {making && <TextField label="Name of the workshop" path="workshop" value={workshop} onChange={setWorkshop} />}
            <TextField label="Your name here" path="name" value={name} onChange={setName} autoComplete="username" />
            <TextField
              label="Password"
              path="password"
              type="password"
              value={password}
              onChange={setPassword}
              autoComplete={making ? "new-password" : "current-password"}
            />
            {trouble?.at === "own" && (
              <p role="alert" className="font-medium text-gives">
                {trouble.text}
              </p>
            )}
            <button className="btn" disabled={busy} type="submit">
              {making ? "Set it up" : "Sign in"}
            </button>
          </form>
        </Faults.Provider>
        <button
          className="btn btn-quiet mt-3 px-0"
          onClick={() => {
            setMaking(!making);
            setProblems([]);
            setTrouble(null);
          }}
        >
          {making ? "I have one already: sign in" : "No account yet? Set up a workshop"}
        </button>
      </section>
    </main>
  );
}
