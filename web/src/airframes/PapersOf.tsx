import type { Aerofoil } from "../api/types";
import { ChoiceField } from "../ui/fields";

type Hollow = Extract<Aerofoil, { peeled_inside: unknown }>;
type Peeled = Hollow["peeled_inside"];

const PEELED: { value: Peeled; label: string }[] = [
  { value: "none", label: "left on" },
  { value: "top", label: "peeled off the top sheet" },
  { value: "bottom", label: "peeled off the bottom sheet" },
  { value: "both", label: "peeled off both sheets" },
];

interface Props {
  path: (field: "peeled_inside" | "peeled_outside") => string;
  section: { peeled_inside: Peeled; peeled_outside: Peeled };
  /** What comes of peeling the outer paper, in words. */
  outside: string;
  onChange: (next: { peeled_inside?: Peeled; peeled_outside?: Peeled }, key: string) => void;
}

/** Which papers of a hollow part's board stay. */
export function PapersOf({ path, section, outside, onChange }: Props) {
  return (
    <>
      <ChoiceField
        label="Paper inside"
        path={path("peeled_inside")}
        value={section.peeled_inside}
        onChange={(peeled_inside) => onChange({ peeled_inside }, "peeled_inside")}
        options={PEELED}
        hint={section.peeled_inside === "none" ? undefined : "a sheet that is peeled on one face bends to the other: curve it before it is glued"}
      />
      <ChoiceField
        label="Paper outside"
        path={path("peeled_outside")}
        value={section.peeled_outside}
        onChange={(peeled_outside) => onChange({ peeled_outside }, "peeled_outside")}
        options={PEELED}
        hint={section.peeled_outside === "none" ? undefined : outside}
      />
    </>
  );
}
