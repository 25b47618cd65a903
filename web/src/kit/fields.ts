// The fields of a piece of gear, by its kind.

import type { Schemas } from "../api/client";

type Item = Schemas["Item"];
type Kind = Item["kind"];

export const kindNames: Record<Kind, string> = {
  brewer: "Brewers",
  filter: "Papers",
  vessel: "Kettles and pots",
  burner: "Burners",
  fuel: "Fuel",
  grinder: "Grinders",
  scale: "Scales",
  thermometer: "Thermometers",
  cup: "Cups and mugs",
  server: "Servers",
  container: "Bags and boxes",
  extra: "Other items",
};

export const kinds = Object.keys(kindNames) as Kind[];

export interface NumberField {
  key: keyof Item & string;
  label: string;
  unit: string;
  kinds?: Kind[];
}

export const numberFields: NumberField[] = [
  { key: "mass_g", label: "Mass of one", unit: "g" },
  { key: "count", label: "Pieces", unit: "" },
  { key: "length_mm", label: "Length, or diameter", unit: "mm" },
  { key: "width_mm", label: "Width, if not round", unit: "mm" },
  { key: "height_mm", label: "Height", unit: "mm" },
  {
    key: "capacity_ml",
    label: "Holds",
    unit: "ml",
    kinds: ["brewer", "vessel", "cup", "server", "container"],
  },
  { key: "dose_g", label: "Coffee it takes", unit: "g", kinds: ["brewer", "grinder", "extra"] },
  { key: "base_mm", label: "Base", unit: "mm", kinds: ["brewer", "vessel"] },
  { key: "rim_mm", label: "Rim, inside", unit: "mm", kinds: ["cup", "server"] },
  { key: "support_min_mm", label: "Smallest pot", unit: "mm", kinds: ["burner"] },
  { key: "support_max_mm", label: "Largest pot", unit: "mm", kinds: ["burner"] },
  { key: "efficiency", label: "Measured efficiency", unit: "", kinds: ["burner"] },
  { key: "power_w", label: "Measured power", unit: "W", kinds: ["burner"] },
  { key: "loss_factor", label: "Measured loss factor", unit: "", kinds: ["vessel"] },
  { key: "drain_factor", label: "Measured resistance", unit: "", kinds: ["brewer"] },
  { key: "known_clicks", label: "A setting you know", unit: "clicks", kinds: ["grinder"] },
  { key: "um_per_click", label: "One click", unit: "µm/click", kinds: ["grinder"] },
  { key: "zero_um", label: "At zero clicks", unit: "µm", kinds: ["grinder"] },
  { key: "range_g", label: "Carries up to", unit: "g", kinds: ["scale"] },
  { key: "step_g", label: "Steps of", unit: "g", kinds: ["scale"] },
  { key: "price", label: "Price, if to buy", unit: "" },
];

export const flagFields: {
  key: "spout" | "lid" | "insulated" | "blade" | "regulated" | "typical";
  label: string;
  kinds?: Kind[];
}[] = [
  { key: "spout", label: "pours in a thin stream", kinds: ["vessel"] },
  { key: "lid", label: "has a lid", kinds: ["vessel"] },
  { key: "insulated", label: "insulated", kinds: ["cup", "vessel", "server"] },
  { key: "blade", label: "chops with a blade", kinds: ["grinder"] },
  { key: "regulated", label: "has a regulator", kinds: ["burner"] },
  { key: "typical", label: "figures are typical, not measured" },
];

/** The generic types of a kind, as value and words. */
export const types: Partial<Record<Kind, [string, string][]>> = {
  brewer: [
    "cone dripper",
    "flat-bed dripper",
    "tank dripper",
    "cloth filter",
    "metal drip filter",
    "hand press",
    "pocket pump brewer",
    "moka pot",
    "press pot",
    "jar",
  ].map((t) => [t, t]),
  filter: ["cone paper", "flat paper", "small paper", "paper", "paper tea bag"].map((t) => [t, t]),
  burner: [
    ["canister", "canister burner"],
    ["canister-exchanger", "canister system with heat exchanger"],
    ["petrol", "liquid-fuel stove"],
    ["spirit", "spirit burner"],
    ["tablets", "solid-tablet stove"],
    ["twig", "twig stove"],
    ["element-12v", "12 V element"],
    ["mains", "mains kettle"],
  ],
  fuel: ["gas", "petrol", "kerosene", "ethanol", "methanol", "hexamine"].map((t) => [t, t]),
  extra: [
    ["", "other"],
    ["rim support", "a support across a rim"],
    ["measure", "a spoon or scoop"],
  ],
};
