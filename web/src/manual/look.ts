import { useState } from "react";
import { keptHere } from "../app/device";

/** The first look around the demo: offered until it was had, or not wanted. */
export interface Look {
  /** There is a demo to look around in. */
  can: boolean;
  /** Neither had nor declined in this database, on this device. */
  fresh: boolean;
  on: boolean;
  begin: () => void;
  end: () => void;
}

const NAME = "looked";

export function useLook(can: boolean): Look {
  const [on, setOn] = useState(false);
  const [had, setHad] = useState(() => keptHere.get(NAME) !== null);
  return {
    can,
    fresh: can && !had && !on,
    on: on && can,
    begin: () => setOn(true),
    end: () => {
      keptHere.set(NAME, "yes");
      setHad(true);
      setOn(false);
    },
  };
}
