import { useEffect, useRef } from "react";
import { Navigate, Route, Routes, useLocation } from "react-router";

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
  main?.focus({ preventScroll: true });
}

/** Whoever signs in, saves or follows a link goes on at what is there now, not at the top of the page's order. */
function useFocusOnArrival(signedIn: boolean): void {
  const { pathname } = useLocation();
  const here = signedIn ? pathname : "";
  const last = useRef<string | null>(null);
  useEffect(() => {
    const first = last.current === null;
    const moved = last.current !== here;
    last.current = here;
    if (first || !moved || !here) return;
    const timer = setTimeout(() => {
      if (document.activeElement === document.body) toWork();
    }, 400);
    return () => clearTimeout(timer);
  }, [here]);
}

export function App() {
  const session = useSession();
  useFocusOnArrival(session.signed_in);
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
