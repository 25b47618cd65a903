import { useEffect, useState } from "react";
import { useLocation, useNavigate, useParams } from "react-router";
import { ask, type Asking, type Operation } from "../api/ask";
import { mode } from "../pocket/mode";

/** Numbers from here on were given offline, made from the record's UUID. */
const OWN = 2 ** 52;

const asked: Record<string, Operation> = {
  trip: "get-trip",
  stop: "get-stop",
  brew: "get-brew",
  entry: "get-log-entry",
  recipe: "get-recipe",
  blind: "get-blind",
};

/**
 * Looks up the record of an address that was made offline, and replaces the address with the one it has now.
 * True while it looks.
 */
export function useHomeNumbers(): boolean {
  const params = useParams();
  const { pathname, search, hash } = useLocation();
  const navigate = useNavigate();
  const [unknown, setUnknown] = useState("");
  const own =
    mode === "server" ? Object.entries(params).filter(([name, v]) => asked[name] && Number(v) >= OWN) : [];
  const names = own.map(([, v]) => v).join();
  useEffect(() => {
    if (names === "") return undefined;
    let gone = false;
    const find = async () => {
      let to = pathname;
      for (const [name, v] of own) {
        const found = (await ask(
          asked[name] as Operation,
          { path: { [name]: Number(v) } } as unknown as Asking<Operation>,
        )) as unknown as { id: number };
        to = to.replace(String(v), String(found.id));
      }
      if (!gone) void navigate(to + search + hash, { replace: true });
    };
    find().catch(() => !gone && setUnknown(names)); // the page itself says that it is missing
    return () => {
      gone = true;
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [names]);
  return names !== "" && names !== unknown;
}
