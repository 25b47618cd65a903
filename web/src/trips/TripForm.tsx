import { Button, Input, InputNumber, Select, Switch } from "antd";
import { useState } from "react";
import { limits, usual } from "../api/limits";
import { ApiError, type Schemas, type TripOut } from "../api/client";
import { saveTrip } from "../api/change";
import { closing, useChange } from "../api/queries";
import { FieldTrouble, Trouble } from "../app/Trouble";
import { useOfferUndo } from "../app/useUndo";
import { withKey } from "../app/withKey";
import { NumberField } from "../units/NumberField";
import { Panel } from "../app/Panel";

type Supplies = Schemas["Supplies"];

/** Name, date, people, and what is carried. */
export default function TripForm({ trip, onClose }: { trip: TripOut; onClose: () => void }) {
  const offer = useOfferUndo();
  const [name, setName] = useState(trip.name);
  const [people, setPeople] = useState(trip.people);
  const [starts, setStarts] = useState(trip.starts_on);
  const [supplies, setSupplies] = useState<Supplies>(trip.supplies);
  const save = useChange(() => saveTrip(trip, { name: name.trim(), people, starts_on: starts, supplies }));
  const troubles = save.error instanceof ApiError ? save.error.troubles : [];
  const put = (key: keyof Supplies, v: unknown) => setSupplies((s) => withKey(s, key, v));
  const num = (
    key:
      | "coffee_g"
      | "fuel_g"
      | "water_ml"
      | "battery_wh"
      | "fuel_reserve_pct"
      | "spare_pct"
      | "sugar_g"
      | "milk_ml"
      | "condensed_g",
    label: string,
    unit: string,
    placeholder: string,
  ) => (
    <NumberField
      id={`trip-${key}`}
      label={label}
      unit={unit}
      {...limits[`Supplies.${key}`]}
      placeholder={placeholder}
      value={supplies[key]}
      onChange={(v) => put(key, v)}
      trouble={troubles.find((t) => t.field === `supplies.${key}`)?.message}
    />
  );
  const can = supplies.canister;
  const pack = supplies.canisters ?? [];
  const bought = usual.canister;
  return (
    <Panel title="Change the trip" open onClose={onClose} size={400}>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          const before = {
            name: trip.name,
            people: trip.people,
            starts_on: trip.starts_on,
            supplies: trip.supplies,
          };
          save.mutate(
            undefined,
            closing(onClose, (now) =>
              offer(`trip-${trip.id}`, "The trip is changed", () => saveTrip(now, before)),
            ),
          );
        }}
      >
        <div className="fields">
          <div className="field wide">
            <label htmlFor="trip-form-name">Name</label>
            <Input
              id="trip-form-name"
              value={name}
              required
              maxLength={120}
              onChange={(e) => setName(e.target.value)}
            />
            <FieldTrouble error={save.error} field="name" />
          </div>
          <div className="field">
            <label htmlFor="trip-starts">Start date</label>
            <input
              id="trip-starts"
              type="date"
              className="plain-input"
              value={starts}
              onChange={(e) => setStarts(e.target.value)}
            />
            <FieldTrouble error={save.error} field="starts_on" />
          </div>
          <div className="field">
            <label htmlFor="trip-people">People</label>
            <InputNumber
              id="trip-people"
              {...limits["TripIn.people"]}
              precision={0}
              value={people}
              onChange={(v) => setPeople(v ?? 1)}
            />
          </div>
        </div>
        <h3>What you carry</h3>
        <p className="hint">Leave empty to work it out. Enter what you have to see when it runs out.</p>
        <div className="fields">
          {num("coffee_g", "Coffee at the start", "g", "worked out")}
          {num("fuel_g", "Spirit, petrol, tablets", "g", "worked out")}
          {num("water_ml", "Bottles hold", "ml", "worked out")}
          {num("battery_wh", "Battery holds", "Wh", "worked out")}
          {num("fuel_reserve_pct", "Fuel in reserve", "%", "20")}
          {num("spare_pct", "Coffee, papers in reserve", "%", "10")}
          {num("sugar_g", "Sugar in each cup", "g", "none")}
          {num("milk_ml", "Milk in each cup", "ml", "none")}
          <div className="field">
            <label htmlFor="trip-milk">Milk is</label>
            <Select
              id="trip-milk"
              value={supplies.milk || "fresh"}
              options={[
                { value: "fresh", label: "fresh", title: "fresh" },
                { value: "canned", label: "canned", title: "canned" },
              ]}
              onChange={(v: string) => put("milk", v)}
            />
          </div>
          {num("condensed_g", "Condensed milk in each cup", "g", "none")}
          <div className="field field-yesno">
            <label htmlFor="trip-minerals">Add minerals to soft water</label>
            <Switch
              id="trip-minerals"
              checked={supplies.minerals ?? false}
              onChange={(v) => put("minerals", v)}
            />
          </div>
        </div>
        <h3>Gas canisters</h3>
        <div className="fields">
          <div className="field">
            <label htmlFor="trip-can">Bought canisters hold</label>
            <InputNumber
              id="trip-can"
              {...limits["CarriedCanister.capacity_g"]}
              suffix="g"
              placeholder="230"
              value={can?.capacity_g ?? null}
              onChange={(v) => put("canister", v === null ? undefined : { ...bought, ...can, capacity_g: v })}
            />
          </div>
          <div className="field">
            <label htmlFor="trip-propane">Propane in it</label>
            <InputNumber
              id="trip-propane"
              {...limits["CarriedCanister.propane_pct"]}
              suffix="%"
              placeholder="20"
              value={can?.propane_pct ?? null}
              onChange={(v) =>
                put(
                  "canister",
                  v === null
                    ? undefined
                    : { ...bought, ...can, propane_pct: v, isobutane_pct: 100 - v, butane_pct: 0 },
                )
              }
            />
          </div>
        </div>
        {pack.map((k, i) => (
          <div className="fields" key={i}>
            <div className="field">
              <label htmlFor={`can-${i}`}>Canister {i + 1}: gas left, as weighed</label>
              <InputNumber
                id={`can-${i}`}
                min={0}
                max={k.capacity_g}
                suffix={`of ${k.capacity_g} g`}
                value={k.left_g ?? k.capacity_g}
                onChange={(v) =>
                  put(
                    "canisters",
                    pack.map((o, j) => (j === i ? { ...o, left_g: v ?? o.capacity_g } : o)),
                  )
                }
              />
            </div>
            <div className="field">
              <span />
              <Button
                type="text"
                size="small"
                onClick={() => {
                  const rest = pack.filter((_, j) => j !== i);
                  put("canisters", rest.length ? rest : undefined);
                }}
              >
                Remove
              </Button>
            </div>
          </div>
        ))}
        <p>
          <Button
            size="small"
            onClick={() =>
              put("canisters", [...pack, { ...bought, ...can, left_g: (can ?? bought).capacity_g }])
            }
          >
            Add a canister
          </Button>
        </p>
        {save.error && <Trouble error={save.error} />}
        <p>
          <Button type="primary" htmlType="submit" disabled={name.trim() === ""} loading={save.isPending}>
            Save the trip
          </Button>{" "}
          <Button type="text" onClick={onClose}>
            Cancel
          </Button>
        </p>
      </form>
    </Panel>
  );
}
