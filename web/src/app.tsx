import { Navigate, Route, Routes } from "react-router";

import { Airframes } from "./airframes/Airframes";
import { NewAirframe } from "./airframes/NewAirframe";
import { BenchPage } from "./bench/BenchPage";
import { Door } from "./door/Door";
import { useSession } from "./session";

export function App() {
  const session = useSession();
  if (!session.signed_in) return <Door />;
  return (
    <Routes>
      <Route path="/" element={<Airframes />} />
      <Route path="/new" element={<NewAirframe />} />
      <Route path="/airframe/:id" element={<BenchPage />} />
      <Route path="*" element={<Navigate to="/" replace />} />
    </Routes>
  );
}
