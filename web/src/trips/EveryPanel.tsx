import { Button, Select } from "antd";
import { useState } from "react";
import { addEvery, remove, useCatalogue, useChange, useEveryPreview } from "../api/queries";
import { Panel } from "../app/Panel";
import { Trouble } from "../app/Trouble";
import { notice } from "../app/notices";
import { useOfferUndo } from "../app/useUndo";
import { useSettings } from "../app/settings";
import { counted, inWords } from "../units/units";

export type Meal = "morning" | "evening";

/** Asks how, shows what would be made on every morning, or evening, that has no brew, and makes it. */
export default function EveryPanel({
  trip,
  meal,
  onClose,
}: {
  trip: number;
  meal: Meal;
  onClose: () => void;
}) {
  const catalogue = useCatalogue();
  const { system } = useSettings();
  const [way, setWay] = useState("");
  const [method, school] = way.split("/") as [string, string?];
  const body = { meal, ...(method && { method }), ...(school && { school }) };
  const preview = useEveryPreview(trip, body);
  const offer = useOfferUndo();
  const make = useChange(() => addEvery(trip, body));
  const would = preview.data?.would ?? [];
  return (
    <Panel open title={`A brew every ${meal}`} onClose={onClose} size={460}>
      <div className="field">
        <label htmlFor="every-way">How</label>
        <Select
          id="every-way"
          value={way}
          popupMatchSelectWidth={false}
          showSearch={{ optionFilterProp: "label" }}
          options={[
            { value: "", label: "the best method for each stop" },
            ...(catalogue.data?.methods ?? [])
              .filter((m) => m.contact !== "cold")
              .flatMap((m) =>
                m.schools.map((s) => ({
                  value: `${m.id}/${s.id}`,
                  label: m.schools.length > 1 ? `${m.name}: ${s.name}` : m.name,
                })),
              ),
          ].map((o) => ({ ...o, title: o.label }))}
          onChange={setWay}
        />
      </div>
      {preview.error && <Trouble error={preview.error} />}
      {preview.data && (
        <div aria-live="polite" className={preview.isPlaceholderData ? "last-good" : undefined}>
          {would.length === 0 ? (
            <p className="empty">Every {meal} has a brew already, or none can be made.</p>
          ) : (
            <table className="plain">
              <thead>
                <tr>
                  <th className="right">Day</th>
                  <th>Stop</th>
                  <th>What</th>
                  <th className="right">Total time</th>
                </tr>
              </thead>
              <tbody>
                {would.map((w) => (
                  <tr key={`${w.day} ${w.stop}`}>
                    <td className="num right">{w.day}</td>
                    <td data-own-words>{w.stop}</td>
                    <td>
                      {catalogue.data?.names[w.method] ?? w.method}, {inWords(w.dose_g, "g", system)}
                    </td>
                    <td className="num right">{inWords(w.total_s, "s", system)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
          {preview.data.said.map((s) => (
            <p key={s} className="quiet">
              {s}.
            </p>
          ))}
        </div>
      )}
      {make.error && <Trouble error={make.error} />}
      <p>
        <Button
          type="primary"
          disabled={would.length === 0 || preview.isPlaceholderData}
          loading={make.isPending}
          onClick={() =>
            make.mutate(undefined, {
              onSuccess: ({ made }) => {
                onClose();
                if (made.length === 0) notice({ kind: "info", title: `Every ${meal} has a brew already` });
                else
                  offer(
                    `every-${meal}`,
                    `${counted(made.length, "brew is", "brews are")} added, one every ${meal}`,
                    () => Promise.all(made.map((b) => remove("brew", b.id))),
                  );
              },
            })
          }
        >
          {would.length === 0 ? "Plan them" : `Plan ${counted(would.length, "brew", "brews")}`}
        </Button>{" "}
        <Button type="text" onClick={onClose}>
          Cancel
        </Button>
      </p>
    </Panel>
  );
}
