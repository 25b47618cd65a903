import { Suspense, useEffect, useState } from "react";
import { fetched } from "./fetched";
import { whenCalled } from "./notices";

const Shown = fetched(async () => (await import("./NoticesShown")).default);

/** Shows notices, from the first one on. */
export function Notices() {
  const [wanted, setWanted] = useState(false);
  useEffect(() => whenCalled(() => setWanted(true)), []);
  if (!wanted) return null;
  return (
    <Suspense>
      <Shown />
    </Suspense>
  );
}
