/** Words that stand on the screens, each said plainly; one more word is one more entry. */
export const MEANINGS = {
  first_sign: {
    word: "First sign",
    means:
      "The load at which something can first be seen or heard: a film wrinkles, a stick slips in its glue, foam creases. The figure is the middle of all builds: half come out better, half worse; eight in ten lie in the range below it. It must not come before the hardest load that flight may bring.",
  },
  holds_to: {
    word: "Holds to",
    means:
      "The load at which it is over: it snaps, folds or tears. The figure is the middle of all builds, with the range of eight in ten. It must not come before the load times the safety factor.",
  },
  g: { word: "G", means: "So many times its own weight: at 5 G the wing carries five times what the aircraft weighs. Grams are written with a small g." },
  sound: { word: "Sound", means: "Nine builds in ten do all that is asked: no first sign at the load, and no end before load times safety." },
  close: { word: "Little to spare", means: "The usual build does it, but of ten builds more than one would not. Glue well, test a scrap, or add a little." },
  weak: { word: "Too weak", means: "The usual build does not do what is asked, in the load that is hardest for it." },
  reserve: { word: "Reserve, ×1.6", means: "How many times the load it stands. ×1 is just enough; below that it gives way." },
  spread: {
    word: "8.6 to 23.3",
    means: "Four builds in five lie between these two: materials, glue lines and our sums are not the same every time. “Why” says what the range comes from.",
  },
  EI: {
    word: "EI, bending stiffness",
    means: "How hard it is to bend here. Twice the EI, half the bend. Material far from the middle of the section counts most.",
  },
  GJ: { word: "GJ, twist stiffness", means: "How hard it is to twist here. A closed skin round the foam gives most of it; sticks give little." },
  worth: { word: "Worth", means: "What one more G costs: “2 g buys 1 G”. The less, the better the piece is worth its weight." },
  dead_weight: { word: "Dead weight", means: "Without this piece nothing that is wanted would be lost: neither load, nor bend, nor twist." },
  promise: { word: "Weight promise", means: "What the aircraft shall weigh, ready to fly. What is left of it is for everything that is not described yet." },
  school: {
    word: "School's total",
    means:
      "Builders disagree on glue. Each school weighs what it cares for, such as speed or clean looks; the total is that school's, and your own tests move it.",
  },
} as const;

export type WordId = keyof typeof MEANINGS;
