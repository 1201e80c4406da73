/** What a piece is laid on: half a wing or tail, a body told from left to right, or one told from its top edge down. */
export type LaidOn = "half" | "body" | "profile";

/** The bench's own words where the file's are too dry. */
const LABELS: Record<string, string> = {
  y_from_mm: "Starts, out from the root",
  y_to_mm: "Ends, out from the root",
  chord_from: "On the chord at its start",
  chord_to: "On the chord at its end",
  x_from: "From, on the chord",
  x_to: "To, on the chord",
  nose_lap_mm: "Laps round the nose by",
  lying: "Lies",
  name: "Your name for it",
};
const ON_A_BODY: Record<string, string> = { y_from_mm: "Starts, behind the nose", y_to_mm: "Ends, behind the nose" };
const LABELS_ON: Record<LaidOn, Record<string, string>> = {
  half: {},
  body: {
    ...ON_A_BODY,
    chord_from: "From the left, at its start",
    chord_to: "From the left, at its end",
    x_from: "From, of the width from the left",
    x_to: "To, of the width from the left",
    nose_lap_mm: "Laps round the left side by",
  },
  profile: {
    ...ON_A_BODY,
    chord_from: "Down from the top edge, at its start",
    chord_to: "Down from the top edge, at its end",
    x_from: "From, of the height from the top",
    x_to: "To, of the height from the top",
    nose_lap_mm: "Laps round the top edge by",
  },
};

const WORDS: Record<string, string> = {
  on_edge: "on edge",
  flat: "flat on each other",
  along: "along the span",
  across: "along the chord",
  upright: "upright: keeps caps apart",
  middle: "in the middle",
  both: "top and bottom",
  leading: "leading edge",
  trailing: "trailing edge",
  hand: "by hand",
  vacuum: "under vacuum",
  through: "right through",
  all_round: "all round",
  both_ways: "both ways",
  one_way: "one way",
};
const BODY_WORDS: Record<string, string> = { along: "along the body", across: "round it" };
const WORDS_ON: Record<LaidOn, Record<string, string>> = {
  half: {},
  body: { ...BODY_WORDS, leading: "left side", trailing: "right side" },
  profile: { ...BODY_WORDS, across: "up and down", leading: "top edge", trailing: "bottom edge", top: "left", bottom: "right", both: "left and right" },
};
/** Of one field alone, on whatever it is laid. */
const WORDS_OF: Record<string, Record<string, string>> = {
  level: { top: "under the top", bottom: "above the bottom" },
  laid: { across: "straight across" },
};
const WORDS_OF_ON: Partial<Record<LaidOn, Record<string, Record<string, string>>>> = {
  profile: { level: { top: "on the left", bottom: "on the right" } },
};

/** How a field of a piece is called; nothing where its own label will do. */
export function fieldLabel(field: string, on: LaidOn): string | undefined {
  return LABELS_ON[on][field] ?? LABELS[field];
}

/** One of a field's choices in words. */
export function choiceWord(field: string, value: string, on: LaidOn): string {
  return WORDS_OF_ON[on]?.[field]?.[value] ?? WORDS_OF[field]?.[value] ?? WORDS_ON[on][value] ?? WORDS[value] ?? value;
}

/** How a share of the whole may be typed. */
export function wholeHint(on: LaidOn): string {
  return on === "half" ? "or 60 %, of the half span" : "or 60 %, of its length";
}
