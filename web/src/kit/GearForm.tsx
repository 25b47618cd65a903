import { Button, Input, Select } from "antd";
import { useState } from "react";
import { api, ApiError, must, type Schemas } from "../api/client";
import { saveGear } from "../api/change";
import { closing, useCatalogue, useChange } from "../api/queries";
import { FieldTrouble, Trouble } from "../app/Trouble";
import { useOfferUndo } from "../app/useUndo";
import { withKey } from "../app/withKey";
import { NumberField } from "../units/NumberField";
import { flagFields, kindNames, kinds, numberFields, types } from "./fields";
import { Panel } from "../app/Panel";

type Item = Schemas["Item"];

/** Adds a thing to the shelf, or changes one. */
export function GearForm({ item, onClose }: { item?: Item; onClose: () => void }) {
  const catalogue = useCatalogue();
  const offer = useOfferUndo();
  const [it, setIt] = useState<Item>(item ?? { name: "", kind: "brewer", type: "cone dripper", mass_g: 100 });
  const put = (key: keyof Item, v: unknown) => setIt((o) => withKey(o, key, v));
  const save = useChange(() => (item?.id ? saveGear(item, it) : must(api.POST("/gear", { body: it }))));
  const troubles = save.error instanceof ApiError ? save.error.troubles : [];
  const list = types[it.kind];
  return (
    <Panel title={item ? `Change ${item.name}` : "Add gear"} open onClose={onClose} size={400}>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          save.mutate(
            undefined,
            closing(onClose, (now) => {
              if (item?.id) offer(`gear-${item.id}`, `${it.name} saved`, () => saveGear(now, item));
            }),
          );
        }}
      >
        <div className="fields">
          <div className="field wide">
            <label htmlFor="gear-name">Name</label>
            <Input
              id="gear-name"
              value={it.name}
              required
              maxLength={80}
              placeholder="a generic name"
              onChange={(e) => setIt({ ...it, name: e.target.value })}
            />
            <FieldTrouble error={save.error} field="name" />
          </div>
          <div className="field">
            <label htmlFor="gear-kind">Kind</label>
            <Select
              id="gear-kind"
              value={it.kind}
              options={kinds.map((k) => ({ value: k, label: kindNames[k], title: kindNames[k] }))}
              onChange={(kind) => setIt({ ...it, kind, type: types[kind]?.[0]?.[0] || undefined })}
            />
          </div>
          {list && (
            <div className="field">
              <label htmlFor="gear-type">Type</label>
              <Select
                id="gear-type"
                value={it.type ?? ""}
                options={list.map(([value, label]) => ({ value, label, title: label }))}
                onChange={(v) => put("type", v)}
              />
              <FieldTrouble error={save.error} field="type" />
            </div>
          )}
          {numberFields
            .filter((f) => !f.kinds || f.kinds.includes(it.kind))
            .map((f) => (
              <NumberField
                key={f.key}
                id={`gear-${f.key}`}
                label={f.label}
                unit={f.unit}
                value={it[f.key] as number | undefined}
                onChange={(v) => put(f.key, v)}
                trouble={troubles.find((t) => t.field === f.key)?.message}
              />
            ))}
          {it.kind === "grinder" && it.known_clicks !== undefined && (
            <div className="field">
              <label htmlFor="gear-known-grind">Grind at that setting</label>
              <Select
                id="gear-known-grind"
                allowClear
                value={it.known_grind || undefined}
                placeholder="choose"
                options={(catalogue.data?.grinds ?? []).map((b) => ({ value: b, label: b, title: b }))}
                onChange={(v?: string) => put("known_grind", v)}
              />
            </div>
          )}
          {["brewer", "filter"].includes(it.kind) && (
            <div className="field">
              <label htmlFor="gear-size">Paper size</label>
              <Input
                id="gear-size"
                value={it.size ?? ""}
                maxLength={20}
                placeholder="such as cone, flat"
                onChange={(e) => put("size", e.target.value)}
              />
            </div>
          )}
          <div className="field">
            <label htmlFor="gear-material">Material</label>
            <Select
              id="gear-material"
              value={it.material ?? ""}
              options={[
                { value: "", label: "not said", title: "not said" },
                ...(catalogue.data?.materials ?? []).map((m) => ({
                  value: m.id,
                  label: m.name,
                  title: m.name,
                })),
              ]}
              onChange={(v) => put("material", v)}
            />
          </div>
          <div className="field">
            <label htmlFor="gear-condition">Condition</label>
            <Select
              id="gear-condition"
              value={it.condition ?? ""}
              options={["", "good", "worn", "broken", "lost"].map((c) => ({
                value: c,
                label: c || "not said",
                title: c || "not said",
              }))}
              onChange={(v) => put("condition", v)}
            />
          </div>
          <fieldset className="field wide checks">
            {flagFields
              .filter((f) => !f.kinds || f.kinds.includes(it.kind))
              .map((f) => (
                <label key={f.key}>
                  <input
                    type="checkbox"
                    checked={it[f.key] ?? false}
                    onChange={(e) => put(f.key, e.target.checked)}
                  />{" "}
                  {f.label}
                </label>
              ))}
          </fieldset>
          <div className="field wide">
            <label htmlFor="gear-parts">Parts that come apart, separated by commas</label>
            <Input
              id="gear-parts"
              value={it.parts?.join(", ") ?? ""}
              onChange={(e) => {
                const parts = e.target.value.split(",").map((p) => p.trimStart());
                put("parts", e.target.value === "" ? undefined : parts);
              }}
            />
          </div>
          <div className="field wide">
            <label htmlFor="gear-calibrated">Taste measured</label>
            <Input
              id="gear-calibrated"
              value={it.calibrated ?? ""}
              maxLength={80}
              onChange={(e) => put("calibrated", e.target.value)}
            />
          </div>
          <div className="field wide">
            <label htmlFor="gear-note">Note</label>
            <Input.TextArea
              id="gear-note"
              rows={2}
              maxLength={500}
              value={it.note ?? ""}
              onChange={(e) => put("note", e.target.value)}
            />
          </div>
        </div>
        {save.error && <Trouble error={save.error} />}
        <p>
          <Button type="primary" htmlType="submit" disabled={it.name.trim() === ""} loading={save.isPending}>
            Save
          </Button>{" "}
          <Button type="text" onClick={onClose}>
            Cancel
          </Button>
        </p>
      </form>
    </Panel>
  );
}
