import { Button, Drawer, Input, InputNumber, Select } from "antd";
import { useState } from "react";
import { api, ApiError, must, type PlanRequest, type StopOut, type TripOut } from "../api/client";
import { useCatalogue, useChange } from "../api/queries";
import { useSettings } from "../app/settings";
import { Trouble } from "../app/Trouble";
import { getIn, setIn } from "../plan/paths";
import { QuantityInput, WordInput } from "../units/QuantityInput";
import { wordNames } from "../units/names";
import { fromShown, toShown, unitOf } from "../units/units";

/** Adds a stop to a trip, or changes one. */
export default function StopForm({
  trip,
  stop,
  onClose,
}: {
  trip: TripOut;
  stop?: StopOut;
  onClose: () => void;
}) {
  const catalogue = useCatalogue();
  const { system } = useSettings();
  const last = trip.stops.at(-1);
  const [name, setName] = useState(stop?.name ?? "");
  const [note, setNote] = useState(stop?.note ?? "");
  const [day, setDay] = useState(stop?.day ?? (last ? last.day + 1 : 1));
  const [km, setKm] = useState(stop?.km ?? last?.km ?? 0);
  const [conditions, setConditions] = useState<PlanRequest>(
    stop?.conditions ?? { method: "", place: { altitude_m: 0, air_c: 15 } },
  );
  const set = (path: string, v: unknown) => setConditions((c) => setIn(c, path, v));
  const save = useChange(() => {
    const body = {
      name: name.trim(),
      note,
      day,
      km,
      position: stop?.position ?? (last ? last.position + 1 : 1),
      time_zone: stop?.time_zone ?? last?.time_zone ?? "UTC",
      conditions,
    };
    return stop
      ? must(api.PUT("/stops/{stop}", { params: { path: { stop: stop.id } }, body }))
      : must(api.POST("/trips/{trip}/stops", { params: { path: { trip: trip.id } }, body }));
  });
  const troubles = save.error instanceof ApiError ? save.error.troubles : [];
  const supplied = conditions.heat?.supplied_c !== undefined;
  const fields = (paths: string[]) =>
    paths.map((path) => {
      const f = catalogue.data?.fields.find((x) => x.path === path);
      if (!f) return null;
      const trouble = troubles.find((t) => t.field === path)?.message;
      return f.kind === "number" ? (
        <QuantityInput
          key={path}
          field={f}
          value={getIn<number>(conditions, path)}
          placeholder={f.default || "not set"}
          trouble={trouble}
          onChange={(v) => set(path, v)}
        />
      ) : (
        <WordInput
          key={path}
          field={f}
          value={getIn<string>(conditions, path) ?? f.default}
          names={catalogue.data && wordNames(catalogue.data)}
          trouble={trouble}
          onChange={(v) => set(path, v)}
        />
      );
    });
  return (
    <Drawer
      title={stop ? `Change ${stop.name}` : "Add a stop"}
      open
      onClose={onClose}
      size={400}
      mask={false}
    >
      <form
        onSubmit={(e) => {
          e.preventDefault();
          save.mutate(undefined, { onSuccess: onClose });
        }}
      >
        <div className="fields">
          <div className="field wide">
            <label htmlFor="stop-name">Name</label>
            <Input
              id="stop-name"
              value={name}
              required
              maxLength={120}
              onChange={(e) => setName(e.target.value)}
            />
          </div>
          <div className="field">
            <label htmlFor="stop-day">Day of the trip</label>
            <InputNumber
              id="stop-day"
              min={1}
              max={400}
              precision={0}
              value={day}
              onChange={(v) => setDay(v ?? 1)}
            />
          </div>
          <div className="field">
            <label htmlFor="stop-km">Distance along the route</label>
            <InputNumber
              id="stop-km"
              min={0}
              suffix={unitOf("km", system)}
              value={Math.round(toShown(km, "km", system) * 10) / 10}
              onChange={(v) => setKm(fromShown(v ?? 0, "km", system))}
            />
          </div>
          {fields(["place.altitude_m", "place.sea_level_hpa", "place.air_c", "place.wind_ms"])}
          <div className="field wide">
            <label htmlFor="stop-heat">Heat</label>
            <Select
              id="stop-heat"
              value={supplied ? "supplied" : "own"}
              options={[
                { value: "own", label: "A burner or kettle" },
                { value: "supplied", label: "Hot water supplied (urn, no flame)" },
              ]}
              onChange={(v) =>
                setConditions((c) =>
                  v === "supplied" ? setIn(c, "heat", { supplied_c: 92 }) : setIn(c, "heat", undefined),
                )
              }
            />
          </div>
          {fields(supplied ? ["heat.supplied_c"] : ["heat.burner", "water.state", "water.source_c"])}
          {fields(["water.treatment"])}
          <div className="field wide">
            <label htmlFor="stop-note">Note</label>
            <Input.TextArea
              id="stop-note"
              value={note}
              maxLength={2000}
              rows={3}
              onChange={(e) => setNote(e.target.value)}
            />
          </div>
        </div>
        {save.error && <Trouble error={save.error} />}
        <p>
          <Button type="primary" htmlType="submit" disabled={name.trim() === ""} loading={save.isPending}>
            {stop ? "Save the stop" : "Add the stop"}
          </Button>{" "}
          <Button type="text" onClick={onClose}>
            Cancel
          </Button>
        </p>
      </form>
    </Drawer>
  );
}
