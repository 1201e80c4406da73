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
  const body = (error ?? {}) as { message?: string; problems?: Said[]; detail?: string };
  throw new Fault(response.status, body.message ?? body.detail ?? `The server said ${response.status}.`, body.problems ?? [], error);
}

/** As `take`, for documents whose tuples the client's own types flatten to arrays. */
export function takeAs<T>(pending: Promise<Outcome<unknown>>): Promise<T> {
  return take(pending) as Promise<T>;
}
