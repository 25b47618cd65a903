import type { ReactNode } from "react";
import type { Catalogue, Conditions, Trouble } from "../api/client";
import {
  AirControl,
  AltitudeControl,
  HeatControl,
  isTrusted,
  SourceControl,
  TreatmentControl,
  WindControl,
  wordOf,
} from "../place/controls";
import { inWords, type System } from "../units/units";
import type { Part, Word } from "./Sentence";

interface Place {
  conditions: Conditions;
  /** The conditions with defaults filled in. */
  filled: Conditions;
  catalogue: Catalogue;
  system: System;
  /** As it comes out, from a barometer for one. */
  altitude: number | undefined;
  burners?: string[];
  troubles?: Trouble[];
  onChange: (c: Conditions) => void;
  /** A slider beside the typed altitude, where no hill is drawn. */
  slide?: boolean;
  /** More ways to say the altitude. */
  more?: ReactNode;
  altitudeLabel?: string;
}

/** The words of a place: altitude, air and wind. */
export function airWords({
  conditions,
  filled,
  catalogue,
  system,
  altitude,
  ...p
}: Place): Record<"altitude" | "air" | "wind", Word> {
  const c = { conditions, catalogue, troubles: p.troubles, onChange: p.onChange };
  const air = filled.place?.air_c;
  const wind = filled.place?.wind_ms ?? 0;
  const word = wordOf(catalogue.wind, wind)?.word;
  const bad = (path: string) => p.troubles?.some((t) => t.field === path);
  return {
    altitude: {
      id: "altitude",
      label: "Altitude",
      text: altitude === undefined ? "sea level" : inWords(altitude, "m", system),
      assumed: conditions.place?.altitude_m === undefined && conditions.place?.pressure_hpa === undefined,
      wanting: bad("place.altitude_m"),
      control: () => (
        <AltitudeControl
          {...c}
          altitude={altitude}
          label={p.altitudeLabel ?? "Altitude"}
          slide={p.slide}
          more={p.more}
        />
      ),
    },
    air: {
      id: "air",
      label: "Air temperature",
      text: air === undefined ? "mild air" : inWords(air, "°C", system),
      assumed: conditions.place?.air_c === undefined,
      wanting: bad("place.air_c"),
      control: () => <AirControl {...c} label="Air temperature" />,
    },
    wind: {
      id: "wind",
      label: "Wind",
      text:
        word === "wind"
          ? "strong wind"
          : word === "breeze"
            ? "a breeze"
            : (word ?? `wind of ${inWords(wind, "m/s", system)}`),
      assumed: conditions.place?.wind_ms === undefined,
      wanting: bad("place.wind_ms"),
      control: () => <WindControl {...c} label="Wind" />,
    },
  };
}

/** The words for water source, treatment and heat source. A missing water source is always shown. */
export function waterWords({ conditions, filled, catalogue, system, ...p }: Place): Part[] {
  const c = { conditions, catalogue, troubles: p.troubles, onChange: p.onChange };
  const source = conditions.water?.source as string | undefined;
  const supplied = conditions.heat?.supplied_c;
  const trusted = isTrusted(catalogue, source);
  const treatment = conditions.water?.treatment;
  const burner = filled.heat?.burner;
  const parts: Part[] = [
    "water from ",
    {
      id: "source",
      label: "Water source",
      text:
        source === undefined
          ? "a source not named"
          : (catalogue.sources.find((s) => s.id === source)?.name ?? source),
      wanting: source === undefined,
      control: () => <SourceControl {...c} label="Water source" />,
    },
  ];
  if (source !== undefined && !trusted && supplied === undefined) {
    const unsafe = treatment === undefined || treatment === "doubtful";
    parts.push(", ", {
      id: "treatment",
      label: "Made safe",
      text: unsafe ? "not made safe" : (catalogue.names[treatment] ?? treatment),
      wanting: unsafe,
      control: () => <TreatmentControl {...c} />,
    });
  }
  parts.push(supplied === undefined ? "; heated on " : "; hot from ", {
    id: "heat",
    label: "Heat source",
    text:
      supplied !== undefined
        ? `an urn at ${inWords(supplied, "°C", system)}`
        : `a ${catalogue.burners.find((b) => b.id === (burner ?? "canister"))?.name ?? "burner"}`.replace(
            /^a (?=open)/,
            "an ",
          ),
    assumed: conditions.heat?.burner === undefined && supplied === undefined,
    control: () => <HeatControl {...c} burners={p.burners} label="Heat source" />,
  });
  return parts;
}
