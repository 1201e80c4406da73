import { Navigate } from "react-router";

import type { AirframeFile } from "../api/types";
import { isPart } from "../lib/parts";
import { BalancePage } from "../balance/BalancePage";
import { WeighPage } from "../balance/WeighPage";
import { MendPage } from "../mend/MendPage";
import { MountsPage } from "../mounts/MountsPage";
import { Stand } from "../stand/Stand";
import { Bench } from "./Bench";
import { useWorkplace } from "./useWorkplace";

/** One aircraft: on its stand, or one of its parts on the bench. */
export function Workshop({ id, version, initial, part }: { id: number; version: number; initial: AirframeFile; part: string | undefined }) {
  const workplace = useWorkplace(id, version, initial);
  if (part === undefined) return <Stand workplace={workplace} />;
  if (part === "weigh") return <WeighPage workplace={workplace} />;
  if (part === "mounts") return <MountsPage workplace={workplace} />;
  if (part === "mend") return <MendPage workplace={workplace} />;
  if (part === "balance") return <BalancePage workplace={workplace} />;
  if (!isPart(part) || workplace.file.airframe.parts[part] === null) return <Navigate to={`/airframe/${id}`} replace />;
  return <Bench key={part} workplace={workplace} name={part} />;
}
