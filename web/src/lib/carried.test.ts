import { expect, test } from "vitest";

import { Fault } from "../api/client";
import { carried, forgetCarried, stampOf } from "./carried";

function store(most = Infinity) {
  const all = new Map<string, string>();
  return {
    get length() {
      return all.size;
    },
    key: (k: number) => [...all.keys()][k] ?? null,
    getItem: (name: string) => all.get(name) ?? null,
    removeItem: (name: string) => void all.delete(name),
    setItem: (name: string, text: string) => {
      const others = [...all].filter(([n]) => n !== name).reduce((sum, [, t]) => sum + t.length, 0);
      if (others + text.length > most) throw new Error("full");
      all.set(name, text);
    },
  };
}
const answers =
  <T>(value: T) =>
  () =>
    Promise.resolve(value);
const away = () => Promise.reject(new Fault(0, "The server does not answer."));

test("what was said last is there without a net, and only that of the same question", async () => {
  const kept = store();
  expect(await carried("bird", answers(1), "a", kept)).toBe(1);
  expect(await carried("bird", away, "a", kept)).toBe(1);
  await expect(carried("bird", away, "b", kept)).rejects.toThrow("does not answer");
  await expect(carried("other", away, "a", kept)).rejects.toThrow();
  expect(await carried("bird", answers(2), "a", kept)).toBe(2);
  expect(await carried("bird", away, "a", kept)).toBe(2);
});

test("a server that refuses is heard, whatever is carried", async () => {
  const kept = store();
  await carried("bird", answers(1), "", kept);
  await expect(carried("bird", () => Promise.reject(new Fault(404, "gone")), "", kept)).rejects.toThrow("gone");
});

test("where there is no room what is carried makes place, what waits to be sent does not", async () => {
  const kept = store(120);
  kept.setItem("mending-ann-1", "x".repeat(40));
  await carried("one", answers("y".repeat(30)), "", kept);
  await carried("two", answers("z".repeat(30)), "", kept);
  expect(kept.getItem("mending-ann-1")).toHaveLength(40);
  expect(await carried("two", away, "", kept)).toHaveLength(30);
  await expect(carried("one", away, "", kept)).rejects.toThrow();
  // and where nothing at all may be kept it still answers
  expect(await carried("three", answers(3), "", store(0))).toBe(3);
});

test("nothing is left for whoever comes next", async () => {
  const kept = store();
  await carried("one", answers(1), "", kept);
  await carried("two", answers(2), "", kept);
  kept.setItem("unsaved-ann-1", "mine");
  forgetCarried(kept);
  expect(kept.length).toBe(1);
});

test("a stamp tells questions apart", () => {
  expect(stampOf({ a: 1 })).toBe(stampOf({ a: 1 }));
  expect(stampOf({ a: 1 })).not.toBe(stampOf({ a: 2 }));
});
