import type { ReactNode } from "react";
import type { Catalogue, Conditions, Schemas } from "../api/client";
import { Strip } from "../app/Strip";
import { Trouble } from "../app/Trouble";
import { useSettings } from "../app/settings";
import { atAltitude } from "../place/altitude";
import { PlaceNumber } from "../place/controls";
import { Hill } from "../place/Hill";
import { inWords } from "../units/units";
import { Sentence } from "../sentence/Sentence";
import { airWords, waterWords } from "../sentence/placeWords";

/** What it is like at a stop: a hill, and a sentence whose words are changed in place. */
export function StopSentence({
  conditions,
  boil,
  error,
  onChange,
  catalogue,
  wish,
  onWish,
  children,
}: {
  conditions: Conditions;
  boil: Schemas["Boil"];
  error: Error | null;
  onChange: (c: Conditions) => void;
  catalogue: Catalogue;
  wish: string;
  onWish: (w: string) => void;
  /** The answer, over the sentence. */
  children: ReactNode;
}) {
  const { system } = useSettings();
  const place = {
    conditions,
    filled: conditions,
    catalogue,
    system,
    altitude: conditions.place?.altitude_m,
    onChange,
    slide: true,
  };
  const air = airWords(place);
  const water = waterWords(place);
  const cold = conditions.water?.source_c;
  // After the source: how cold its water is.
  if (cold !== undefined && conditions.heat?.supplied_c === undefined)
    water.splice(2, 0, " at ", {
      id: "source_c",
      label: "Water temperature",
      text: inWords(cold, "°C", system),
      control: () => (
        <PlaceNumber
          conditions={conditions}
          catalogue={catalogue}
          onChange={onChange}
          path="water.source_c"
          label="Water temperature"
        />
      ),
    });
  return (
    <div className="stop-place">
      <div className="stop-hill">
        <Hill
          altitude={conditions.place?.altitude_m}
          boil={boil}
          height={120}
          onAltitude={(m) => onChange(atAltitude(conditions, m))}
        />
      </div>
      <div>
        {children}
        <Sentence
          parts={[
            "At ",
            conditions.place?.altitude_m === undefined && conditions.place?.pressure_hpa === undefined
              ? { ...air.altitude, text: "an unknown altitude", wanting: true }
              : air.altitude,
            " in ",
            air.air,
            ", ",
            air.wind,
            "; ",
            ...water,
            "; ",
            {
              id: "wish",
              label: "What matters most",
              text: catalogue.names[wish] ?? "balanced",
              assumed: wish === "",
              control: () => (
                <Strip
                  label="What matters most"
                  value={wish}
                  options={catalogue.wishes.map((w) => ({
                    value: w as string,
                    word: catalogue.names[w] ?? w,
                  }))}
                  onChange={onWish}
                />
              ),
            },
            ".",
          ]}
        />
        {error && <Trouble error={error} />}
      </div>
    </div>
  );
}
