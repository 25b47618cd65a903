import { Button } from "antd";
import { useState } from "react";
import { useLocation, useNavigate } from "react-router";
import { api, must, type Schemas } from "../api/client";
import { useCatalogue, useChange, useTrip, useTrips } from "../api/queries";
import { brewPath } from "../app/where";
import { lastTrip } from "../app/lastTrip";
import { useSettings } from "../app/settings";
import { inWords } from "../units/units";
import { Scan } from "./Scan";
import "./pocket.css";

/** Takes a plan or a recipe that somebody shared: read from a text or an address, shown, and kept on a yes. */
export default function TakePage() {
  const { hash } = useLocation();
  const navigate = useNavigate();
  const { system } = useSettings();
  const [text, setText] = useState(() => hash.slice(1));
  const [read, setRead] = useState<Schemas["Shared"]>();
  const [error, setError] = useState<string>();
  const catalogue = useCatalogue();
  const trips = useTrips();
  const trip = useTrip(Number(lastTrip() ?? trips.data?.[0]?.id ?? 0));
  const [stop, setStop] = useState(0);
  const keepRecipe = useChange((body: Schemas["Recipe"]) => must(api.POST("/recipes", { body })));
  const keepPlan = useChange(async (s: Schemas["Shared"]) => {
    const shared = s.request as Schemas["Request"];
    let request = shared;
    if (stop) {
      // At a stop it is made with what there is: its air, its water and its heat.
      const there = await must(
        api.GET("/stops/{stop}/brews/new", {
          params: { path: { stop }, query: { method: shared.method, ...(s.at && { at: s.at }) } },
        }),
      );
      const { place, water, heat, vessel, calibration } = there.request;
      request = { ...shared, place, water, heat, vessel, calibration } as Schemas["Request"];
    }
    const at = stop
      ? stop
      : (
          await must(
            api.POST("/places", {
              body: {
                name: s.place || s.name || "Shared",
                conditions: {
                  ...(request.place && { place: request.place }),
                  ...(request.water && { water: request.water }),
                  ...(request.heat && { heat: request.heat }),
                },
              } as Schemas["PlaceIn"],
            }),
          )
        ).id;
    return must(
      api.POST("/stops/{stop}/brews", {
        params: { path: { stop: at } },
        body: { ...(s.name && { name: s.name }), ...(s.at && { at: s.at }), request },
      }),
    );
  });
  const look = async (words: string) => {
    setError(undefined);
    setRead(undefined);
    try {
      setRead(await must(api.POST("/share/read", { body: { words: words.slice(0, 4000) } })));
    } catch (e) {
      setError(e instanceof Error ? e.message : String(e));
    }
  };
  const names = catalogue.data?.names ?? {};
  const r = read?.request;
  const failed = keepRecipe.error ?? keepPlan.error;
  return (
    <div className="page prose">
      <h1>Open shared</h1>
      <p className="quiet">
        A plan or recipe from another phone: the scanned text, or the text that was sent. You see it before
        anything is saved.
      </p>
      <label htmlFor="shared-text">Shared text</label>
      <textarea
        id="shared-text"
        className="share-text"
        rows={4}
        value={text}
        maxLength={4000}
        onChange={(e) => setText(e.target.value)}
      />
      <p>
        <Button type="primary" disabled={text.trim() === ""} onClick={() => void look(text)}>
          Read it
        </Button>
      </p>
      <Scan
        onText={(t) => {
          setText(t);
          void look(t);
          return true;
        }}
      />
      {error && (
        <div className="trouble" role="alert">
          <strong>Nothing was saved.</strong> {error}
        </div>
      )}
      {read?.recipe && (
        <>
          <h2>{read.recipe.name}</h2>
          <p>A recipe: {names[read.recipe.method ?? ""] ?? read.recipe.method}</p>
          <Button
            type="primary"
            onClick={() =>
              keepRecipe.mutate(read.recipe as Schemas["Recipe"], {
                onSuccess: (o) => void navigate(`/recipes/${o.id}`),
              })
            }
          >
            Save the recipe
          </Button>
        </>
      )}
      {r && read && (
        <>
          <h2>{read.name || (names[r.method] ?? r.method)}</h2>
          <p>
            A plan: {names[r.method] ?? r.method}
            {read.place && `, at ${read.place}`}
            {r.place?.altitude_m !== undefined && `, ${inWords(r.place.altitude_m, "m", system)}`}. It is
            planned again for your place.
          </p>
          <p>
            <label htmlFor="shared-stop">Save to</label>{" "}
            <select
              id="shared-stop"
              className="plain-select"
              value={stop}
              onChange={(e) => setStop(Number(e.target.value))}
            >
              <option value={0}>a place outside trips</option>
              {trip.data?.stops.map((s) => (
                <option key={s.id} value={s.id}>
                  {s.name}
                </option>
              ))}
            </select>
          </p>
          <Button
            type="primary"
            onClick={() => keepPlan.mutate(read, { onSuccess: (b) => void navigate(brewPath(b)) })}
          >
            Save the plan
          </Button>
        </>
      )}
      {failed && (
        <div className="trouble" role="alert">
          {failed.message}
        </div>
      )}
    </div>
  );
}
