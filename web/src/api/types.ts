import type { components } from "./schema";

export type Schemas = components["schemas"];

/** Documents as the server hands them out: every field is there, all the way down. */
type Whole<T> = { [K in keyof T]-?: Exclude<T[K], undefined> };
type Deep<T> = T extends (infer Item)[] ? Deep<Item>[] : T extends object ? { [K in keyof T]-?: Deep<Exclude<T[K], undefined>> } : T;

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
export type Estimate = Schemas["Estimate"];
export type WorkingStep = Schemas["Step"];
export type Working = Whole<Schemas["Working"]>;
export type Offer = Schemas["Offered"];
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
export type AirframesOut = Schemas["AirframesOut"];
export type Removed = Schemas["RemovedOut"];
export type Unreadable = Schemas["UnreadableOut"];

export type AirframeFile = Deep<Schemas["AirframeFile"]>;
export type Airframe = AirframeFile["airframe"];
export type Scheme = AirframeFile["schemes"][number];
export type Piece = Scheme["pieces"][number];
export type PieceKind = Piece["kind"];
export type Gear = Airframe["gear"][number];
export type GearKind = Gear["kind"];
export type Balance = Schemas["Balance"];
export type BalanceItem = Schemas["WeightItem"];
export type Mount = Airframe["mounts"][number];
export type MountKind = Mount["kind"];
export type Mounts = Schemas["Mounts"];
export type MountVerdict = Schemas["MountVerdict"];
export type MountWay = Schemas["MountWay"];
export type MountShape = Schemas["MountShape"];
export type Weighed = Schemas["Weighed"];
export type WeighIn = Schemas["WeighInOut"];
export type Seen = Schemas["SeenOnBalance"];
export type PartName = Scheme["part"];
export type Parts = Airframe["parts"];
export type Wing = Parts["wing"];
export type Tailplane = NonNullable<Parts["tailplane"]>;
export type Fin = NonNullable<Parts["fin"]>;
export type Body = NonNullable<Parts["body"]>;
/** Any part with panels. */
export type Lifting = Wing | Tailplane | Fin;
export type Panel = Lifting["panels"][number];
export type Joint = Panel["joint"];
export type Aerofoil = Lifting["aerofoil"];
export type Core = Lifting["core"];
export type Seat = Lifting["seat"];
export type Targets = Lifting["targets"];
export type Flight = Airframe["flight"];
export type ControlSurface = Deep<Schemas["ControlSurface"]>;
export type SurfaceName = Schemas["WingSurface"]["which"];
export type Unit = Verdict["unit"];
export type Stand = Schemas["Stand"];
export type StandPart = Schemas["StandPart"];

/** What a search tells, line by line. */
export type Told = Deep<Schemas["SearchLine"]>;
export type Found = Deep<Schemas["Found"]>;
export type Point = Deep<Schemas["Point"]>;
export type Units = Session["units"];

/** What a search over mends has found. */
export type FoundMends = Deep<Schemas["FoundMends"]>;
export type Planned = Deep<Schemas["Planned"]>;
export type MendPoint = FoundMends["front"][number];
export type MendWish = Deep<Schemas["MendWish"]>;

export type Repair = Deep<Schemas["Repair"]>;
export type RepairOut = Omit<Schemas["RepairOut"], "repair"> & { repair: Repair };
export type RepairsOut = { repairs: RepairOut[]; unreadable: Unreadable[] };
export type Damage = Repair["damages"][number];
export type DamageKind = Damage["kind"];
export type Aim = Repair["doing"];
export type Mend = Repair["plans"]["today"]["mends"][number];
export type RepairVerdict = Schemas["RepairVerdict"];
export type MendedPart = Schemas["MendedPart"];
export type StateFigures = Schemas["StateFigures"];
export type Alternatives = Schemas["Alternatives"];
export type Alternative = Schemas["Alternative"];
export type MendOffer = Schemas["MendOffer"];
export type Look = Schemas["Look"];
export type LifeEntry = Deep<Schemas["LifeEntry"]>;
export type LifeOut = Schemas["LifeOut"];
