import { useEffect, useState } from "react";
import { useLocation, useNavigate, useParams } from "react-router";
import { ask, type Asking, type Operation } from "../api/ask";
import { mode } from "../pocket/mode";

/** From here on numbers of records are made of their identities: by a device that was without its server. */
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
 * An address that was made without the server leads to the same record once it is home: it is looked up, and the
 * address follows. True while it is.
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
    find().catch(() => !gone && setUnknown(names)); // it says itself that it is not there
    return () => {
      gone = true;
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [names]);
  return names !== "" && names !== unknown;
}
