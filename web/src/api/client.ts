import createClient from "openapi-fetch";

import type { paths } from "./schema";
import type { Said } from "./types";

/** What the server said was wrong: a sentence, and each fault at its field. */
export class Fault extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly problems: Said[] = [],
    readonly body: unknown = null,
  ) {
    super(message);
  }
}

let csrf = "";

export function keepToken(token: string): void {
  csrf = token;
}

export const client = createClient<paths>({ baseUrl: "/" });

client.use({
  onRequest({ request }) {
    if (request.method !== "GET") request.headers.set("X-CSRFToken", csrf);
    // what is asked on an aircraft's own pages is about that: its loads count on what was weighed of it
    const about = /^\/airframe\/(\d+)/.exec(window.location.pathname)?.[1];
    if (about) request.headers.set("X-Airframe", about);
    return request;
  },
});

interface Outcome<T> {
  data?: T;
  error?: unknown;
  response: Response;
}

/** The data of an answer; a `Fault` when the server refused or is gone. */
export async function take<T>(pending: Promise<Outcome<T>>): Promise<T> {
  let outcome: Outcome<T>;
  try {
    outcome = await pending;
  } catch (cause) {
    if (cause instanceof DOMException && cause.name === "AbortError") throw cause;
    throw new Fault(0, "The server does not answer. What you did is kept here and tried again.");
  }
  const { data, error, response } = outcome;
  if (response.ok) return data as T;
  const body = (error ?? {}) as { message?: string; problems?: Said[]; detail?: string; id?: string };
  // whoever runs the server finds what happened by this number
  const number = response.status >= 500 && response.status !== 503 && body.id ? ` (It is in the log as ${body.id.slice(0, 8)}.)` : "";
  throw new Fault(response.status, (body.message ?? body.detail ?? `The server said ${response.status}.`) + number, body.problems ?? [], error);
}

/** As `take`, for documents whose tuples the client's own types flatten to arrays. */
export function takeAs<T>(pending: Promise<Outcome<unknown>>): Promise<T> {
  return take(pending) as Promise<T>;
}

/** Ask for lines of JSON and hear each as it comes, until the last or until `signal` stops it. */
export async function lines<T>(path: string, body: unknown, signal: AbortSignal, told: (line: T) => void): Promise<void> {
  let response: Response;
  try {
    response = await fetch(path, { method: "POST", body: JSON.stringify(body), signal, headers: { "Content-Type": "application/json", "X-CSRFToken": csrf } });
  } catch (cause) {
    if (cause instanceof DOMException && cause.name === "AbortError") throw cause;
    throw new Fault(0, "The server does not answer. Try again in a moment.");
  }
  if (!response.ok || !response.body) {
    const said = (await response.json().catch(() => ({}))) as { message?: string; problems?: Said[] };
    throw new Fault(response.status, said.message ?? `The server said ${response.status}.`, said.problems ?? []);
  }
  const reader = response.body.pipeThrough(new TextDecoderStream()).getReader();
  let rest = "";
  for (;;) {
    const { value, done } = await reader.read();
    if (done) return;
    const parts = (rest + value).split("\n");
    rest = parts.pop() ?? "";
    for (const part of parts) if (part) told(JSON.parse(part) as T);
  }
}
