import type { components } from "./schema";

type Schemas = components["schemas"];

/** Documents as the server hands them out: every field is there. */
type Whole<T> = { [K in keyof T]-?: Exclude<T[K], undefined> };

export type Said = Schemas["Said"];
export type Session = Schemas["SessionOut"];
export type Catalogue = Schemas["CatalogueOut"];
export type Choice = Schemas["Choice"];
export type Card = Schemas["Card"];
export type Verdict = Schemas["Verdict"];
export type Slice = Schemas["Slice"];
export type SlicePiece = Schemas["SlicePiece"];
export type Plan = Schemas["Plan"];
export type PlanPiece = Schemas["PlanPiece"];
export type RibbonPiece = Schemas["RibbonPiece"];
export type LedgerLine = Schemas["LedgerLine"];
export type Spreaded = Schemas["Spreaded"];
export type WorkingStep = Schemas["Step"];
export type Working = Whole<Schemas["Working"]>;
export type Offer = Schemas["Offer"];
export type Driver = Schemas["Driver"];
export type CaseLine = Schemas["CaseLine"];
export type ModeLine = Schemas["ModeLine"];
export type State = ModeLine["state"];
export type Curves = Schemas["Curves"];
export type GroupLine = Schemas["GroupLine"];
export type TargetLine = Schemas["TargetLine"];
export type RevisionOut = Schemas["RevisionOut"];
export type ShelfItem = Schemas["ShelfItem"];
export type ShelfLine = Schemas["ShelfItemOut"];
export type ShelfOut = Schemas["ShelfOut"];
export type ShelfAnswer = Schemas["ShelfAnswer"];
export type MaterialsOut = Schemas["MaterialsOut"];
export type OwnMaterialOut = Schemas["OwnMaterialOut"];
export type Copyable = Schemas["CopyableOut"];
export type Wish = Whole<Schemas["Wish"]>;
export type GluedJoint = Schemas["GluedJoint"];
export type JointQuestion = Schemas["JointQuestion"];
export type GlueAnswer = Schemas["GlueAnswer"];
export type Ranked = Schemas["Ranked"];
export type LapQuestion = Schemas["LapQuestion"];
export type SpliceQuestion = Schemas["SpliceQuestion"];
export type SpliceWay = Schemas["SpliceWay"];
export type Standing = Schemas["StandingOut"];
export type BondTest = Schemas["BondTest"];
export type BondTestOut = Schemas["BondTestOut"];
export type SurfaceAsked = Schemas["SurfaceAsked"];
export type SurfaceQuestion = Schemas["SurfaceQuestion"];
export type SurfaceAnswer = Omit<Schemas["SurfaceAnswer"], "verdict"> & {
  verdict: Omit<Schemas["SurfaceVerdict"], "workings"> & { workings: Record<string, Working> };
};
export type RankedHinge = Schemas["RankedHinge"];
export type Conflict = Schemas["Conflict"];

export type Rod = Whole<Schemas["Rod"]>;
export type Tube = Whole<Schemas["Tube"]>;
export type Strip = Whole<Schemas["Strip"]>;
export type Web = Whole<Schemas["Web"]>;
export type Skin = Whole<Schemas["Skin"]>;
export type TapeStrip = Whole<Schemas["TapeStrip"]>;
export type Sandwich = Whole<Schemas["Sandwich"]>;
export type BoxSpar = Whole<Schemas["BoxSpar"]>;
export type Cord = Whole<Schemas["Cord"]>;
export type Cloth = Whole<Schemas["Cloth"]>;
export type Block = Whole<Schemas["Block"]>;
export type Plate = Whole<Schemas["Plate"]>;
export type Pocket = Whole<Schemas["Pocket"]>;
export type Notch = Whole<Schemas["Notch"]>;
export type Piece = Rod | Tube | Strip | Sandwich | Web | BoxSpar | Cord | Skin | TapeStrip | Cloth | Block | Plate | Pocket | Notch;
export type Panel = Omit<Whole<Schemas["Panel"]>, "joint"> & { joint: Joint };
export type Aerofoil = Whole<Schemas["NacaAerofoil"]> | Whole<Schemas["FlatPlate"]> | Whole<Schemas["CoordinateAerofoil"]>;
export type Core = Whole<Schemas["Core"]>;
export type Flight = Whole<Schemas["Flight"]>;
export type Joint = Whole<Schemas["Joint"]>;
export type Seat = Whole<Schemas["Seat"]>;
export type ControlSurface = Whole<Schemas["ControlSurface"]>;

export type Targets = Whole<Schemas["Targets"]>;

export interface Wing {
  panels: Panel[];
  aerofoil: Aerofoil;
  core: Core;
  aileron: ControlSurface | null;
  flap: ControlSurface | null;
  seat: Seat;
}
export interface Airframe {
  name: string;
  notes: string;
  promise_g: number;
  rest_g: number;
  flight: Flight;
  targets: Targets;
  wing: Wing;
}
export interface Scheme {
  id: string;
  name: string;
  notes: string;
  pieces: Piece[];
}
export interface AirframeFile {
  format: "fletcher-airframe";
  version: 1;
  airframe: Airframe;
  schemes: Scheme[];
  chosen: string | null;
  materials: Schemas["OwnMaterial"][];
}

/** What a search tells, line by line; the search itself is described in the core. */
export interface Point {
  pieces: Piece[];
  name: string;
  wing_g: number;
  hold_g: number;
  break_g: number;
  bend_mm: number;
  twist_deg: number;
  minutes: number;
  price: number | null;
  meets: boolean;
  lightest_for_load: boolean;
  lightest_for_bend: boolean;
}
export interface Found {
  kind: "found";
  tried: number;
  meeting: number;
  winner: Point | null;
  front: Point[];
  cloud: { wing_g: number; hold_g: number; bend_mm: number; meets: boolean }[];
  why: string[];
}
export type Told = { kind: "progress"; done: number; of: number } | Found | { kind: "refused"; problems: Said[] };
export type Units = Session["units"];
