import { Fault } from "../api/client";
import type { LifeEntry } from "../api/types";
import { type Waiting, withoutEntry, withoutPicture } from "./kept";

/** Where what waits on the phone goes. */
export interface Doors {
  picture: (one: Waiting["pictures"][number]) => Promise<unknown>;
  entry: (one: LifeEntry) => Promise<unknown>;
}

export interface SentWaiting {
  pictures: number;
  entries: number;
  /** What the server says of what it cannot take; that stays on the phone. */
  refused: string;
}

/** Sends pictures and entries that wait, one after another. Only what has arrived leaves the phone: what cannot be taken is passed over, and where there is no net, no session or no turn all the rest waits. */
export async function sendWaiting(waiting: Waiting, change: (next: (w: Waiting) => Waiting) => unknown, doors: Doors): Promise<SentWaiting> {
  const sent: SentWaiting = { pictures: 0, entries: 0, refused: "" };
  /** Whether the next may be tried. */
  async function goes(send: () => Promise<unknown>, arrived: () => void): Promise<boolean> {
    try {
      await send();
    } catch (cause) {
      if (!(cause instanceof Fault) || ![413, 422].includes(cause.status)) return false;
      sent.refused ||= cause.message;
      return true;
    }
    arrived();
    return true;
  }
  for (const one of waiting.pictures) {
    const arrived = () => {
      change((w) => withoutPicture(w, one.key));
      sent.pictures += 1;
    };
    if (!(await goes(() => doors.picture(one), arrived))) return sent;
  }
  for (const one of waiting.life) {
    const arrived = () => {
      change((w) => withoutEntry(w, one.id));
      sent.entries += 1;
    };
    if (!(await goes(() => doors.entry(one), arrived))) return sent;
  }
  return sent;
}
