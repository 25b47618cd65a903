import { type ReactNode } from "react";
import type { Catalogue, Conditions, Schemas, Trouble } from "../api/client";
import { atAltitude } from "./altitude";
import {
  AirControl,
  AltitudeControl,
  HeatControl,
  isTrusted,
  SourceControl,
  TreatmentControl,
  WaterSaid,
  WindControl,
} from "./controls";
import { Hill, type Boiling } from "./Hill";
import "./place.css";

type Water = Schemas["WaterState"];

interface Props {
  conditions: Conditions;
  catalogue: Catalogue;
  /** What the place gives; undefined until it is known. */
  boil: Boiling | undefined;
  altitude: number | undefined;
  water: Water | undefined;
  troubles?: Trouble[];
  /** Burners that one has, first among the answers. */
  burners?: string[];
  /** The hill is drawn here, and not by who uses this. */
  hill?: boolean;
  hillHeight?: number;
  onChange: (c: Conditions) => void;
  /** Use the place of a stop, and the like. */
  more?: ReactNode;
}

/**
 * A place as a picture that one sets: how high on a hill, how cold and windy, what heat, what water. What nobody
 * has said is shown as assumed.
 */
export function Place({
  conditions,
  catalogue,
  boil,
  altitude,
  water,
  troubles = [],
  burners = [],
  hill = true,
  hillHeight,
  onChange,
  more,
}: Props) {
  const c = { conditions, catalogue, troubles, onChange };
  return (
    <div className="place">
      {hill && (
        <Hill
          altitude={altitude}
          boil={boil}
          height={hillHeight}
          onAltitude={(m) => onChange(atAltitude(conditions, m))}
        />
      )}
      <AltitudeControl {...c} altitude={altitude} label="Altitude" more={more} />
      <div className="place-two">
        <AirControl {...c} />
        <WindControl {...c} />
      </div>
      <HeatControl {...c} burners={burners} />
      <SourceControl {...c} />
      {conditions.water?.source !== undefined &&
        !isTrusted(catalogue, conditions.water.source) &&
        conditions.heat?.supplied_c === undefined && <TreatmentControl {...c} />}
      <WaterSaid water={water} />
    </div>
  );
}
