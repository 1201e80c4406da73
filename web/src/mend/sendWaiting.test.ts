import { describe, expect, it } from "vitest";

import { Fault } from "../api/client";
import type { LifeEntry } from "../api/types";
import { NOTHING, type Waiting } from "./kept";
import { sendWaiting } from "./sendWaiting";

const entry = (id: string) => ({ id }) as LifeEntry;

/** A phone on which three pictures and two entries wait, and a server that answers each by its key. */
async function phone(answers: Record<string, number>) {
  let waiting: Waiting = { ...NOTHING, pictures: ["a", "b", "c"].map((key) => ({ key, picture: "x" })), life: [entry("d"), entry("e")] };
  const tried: string[] = [];
  const answer = (key: string) => {
    tried.push(key);
    const status = answers[key];
    return status === undefined ? Promise.resolve() : Promise.reject(new Fault(status, `no ${key}`));
  };
  const sent = await sendWaiting(
    waiting,
    (next) => {
      waiting = next(waiting);
      return true;
    },
    { picture: ({ key }) => answer(key), entry: ({ id }) => answer(String(id)) },
  );
  return { sent, tried, left: [...waiting.pictures.map((p) => p.key), ...waiting.life.map((e) => e.id)] };
}

describe("what waits on the phone", () => {
  it("leaves it once it has arrived", async () => {
    const { sent, left } = await phone({});
    expect(sent).toEqual({ pictures: 3, entries: 2, refused: "" });
    expect(left).toEqual([]);
  });
  it.each([413, 422])("stays where the server cannot take it (%i), and holds up nothing else", async (status) => {
    const { sent, left } = await phone({ b: status, d: status });
    expect(left).toEqual(["b", "d"]);
    expect(sent).toEqual({ pictures: 2, entries: 1, refused: "no b" });
  });
  it.each([0, 401, 403, 404, 429, 500, 503])("waits whole from the first that meets no open door on (%i)", async (status) => {
    const { sent, tried, left } = await phone({ b: status });
    expect(tried).toEqual(["a", "b"]);
    expect(left).toEqual(["b", "c", "d", "e"]);
    expect(sent.refused).toBe("");
  });
});
