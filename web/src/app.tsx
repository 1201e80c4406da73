import { Navigate, Route, Routes } from "react-router";

import { Airframes } from "./airframes/Airframes";
import { NewAirframe } from "./airframes/NewAirframe";
import { BenchPage } from "./bench/BenchPage";
import { Door } from "./door/Door";
import { Glue } from "./glue/Glue";
import { Materials } from "./materials/Materials";
import { RemovedPage } from "./removed/RemovedPage";
import { useSession } from "./session";
import { Shelf } from "./shelf/Shelf";
import { Surface } from "./surface/Surface";
import { Words } from "./words/Words";

/** Past the strip above, to what is worked on. */
function toWork(): void {
  const main = document.querySelector<HTMLElement>("main");
  main?.setAttribute("tabindex", "-1");
  main?.focus();
}

export function App() {
  const session = useSession();
  if (!session.signed_in) return <Door />;
  return (
    <Words>
      <button className="skip" onClick={toWork}>
        Skip to the work
      </button>
      <Routes>
        <Route path="/" element={<Airframes />} />
        <Route path="/new" element={<NewAirframe />} />
        <Route path="/airframe/:id" element={<BenchPage />} />
        <Route path="/airframe/:id/:part" element={<BenchPage />} />
        <Route path="/shelf" element={<Shelf />} />
        <Route path="/glue" element={<Glue />} />
        <Route path="/surface" element={<Surface />} />
        <Route path="/materials" element={<Materials />} />
        <Route path="/removed" element={<RemovedPage />} />
        <Route path="*" element={<Navigate to="/" replace />} />
      </Routes>
    </Words>
  );
}
