import { Button } from "antd";
import { useQuery } from "@tanstack/react-query";
import { Fragment } from "react";
import { api, must, type Catalogue, type PlanRequest } from "../api/client";
import { Loaded } from "../app/Trouble";
import { useSettings } from "../app/settings";
import { inWords } from "../units/units";

interface Props {
  conditions: PlanRequest;
  people: number;
  catalogue: Catalogue;
  busy: string | undefined;
  onChoose: (method: string, school: string) => void;
}

/** What every method and school would give at a stop, side by side. */
export function Choices({ conditions, people, catalogue, busy, onChoose }: Props) {
  const { system } = useSettings();
  const body = { ...conditions, method: "", drinkers: people };
  const choices = useQuery({
    queryKey: ["plan", "choices", body],
    queryFn: () => must(api.POST("/choices", { body })),
  });
  return (
    <Loaded query={choices}>
      {(list) => (
        <table className="plain choose">
          <thead>
            <tr>
              <th>Method and school</th>
              <th className="right">Time</th>
              <th className="right">Hands</th>
              <th className="right">Drink</th>
              <th className="right">Water</th>
              <th className="right">Fuel</th>
              <th className="right">Extraction</th>
              <th className="right">Strength</th>
              <th>Clear · body · easy · tidy</th>
              <th>
                <span className="sr">Plan it</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {catalogue.methods.map((m) => (
              <Fragment key={m.id}>
                <tr className="choose-method">
                  <td colSpan={8}>
                    <strong>{m.name}</strong> <span className="quiet">{m.summary}</span>
                  </td>
                  <td className="choose-marks" title={m.scores.why}>
                    <Marks
                      of={[m.scores.clarity, m.scores.body, m.scores.forgiveness, m.scores.tidiness]}
                      why={m.scores.why}
                    />
                  </td>
                  <td />
                </tr>
                {m.schools.map((s) => {
                  const c = list.find((x) => x.method === m.id && x.school === s.id);
                  if (!c) return null;
                  return (
                    <tr key={s.id} className={c.possible ? "" : "choose-no"}>
                      <td className="choose-school">
                        {s.name} <span className="quiet">{s.why}</span>
                        {c.lacks && <span className="lacks"> Not on your shelf: {c.lacks}.</span>}
                      </td>
                      {c.possible ? (
                        <>
                          <td className="num right">{inWords(c.total_s ?? 0, "s", system)}</td>
                          <td className="num right">{inWords(c.hands_s ?? 0, "s", system)}</td>
                          <td className="num right">{inWords(c.drink_ml ?? 0, "ml", system)}</td>
                          <td className="num right">{inWords(c.carry_ml ?? 0, "ml", system)}</td>
                          <td className="num right">
                            {c.fuel_g !== null
                              ? inWords(c.fuel_g, "g", system)
                              : c.energy_wh !== null
                                ? inWords(c.energy_wh, "Wh", system)
                                : "–"}
                          </td>
                          <td className="num right">
                            {inWords(c.extraction_pct ?? 0, "%", system, { step: 1 })}
                          </td>
                          <td className="num right">
                            {inWords(c.tds_pct ?? 0, "%", system, { step: 0.1 })}
                            {c.in_window && <span title="inside the published window"> ✓</span>}
                          </td>
                          <td />
                        </>
                      ) : (
                        <td colSpan={8}>Not here: {c.why_not}.</td>
                      )}
                      <td className="right">
                        <Button
                          size="small"
                          disabled={!c.possible}
                          loading={busy === `${m.id}/${s.id}`}
                          aria-label={`Plan ${m.name}: ${s.name}`}
                          onClick={() => onChoose(m.id, s.id)}
                        >
                          Plan it
                        </Button>
                      </td>
                    </tr>
                  );
                })}
              </Fragment>
            ))}
          </tbody>
        </table>
      )}
    </Loaded>
  );
}

/** Four judgements from 1 to 5, as small bars. */
function Marks({ of, why }: { of: number[]; why: string }) {
  const names = ["clarity", "body", "forgiveness", "tidiness"];
  return (
    <span
      className="marks"
      role="img"
      aria-label={`${of.map((v, i) => `${names[i]} ${v} of 5`).join(", ")}: ${why}`}
    >
      {of.map((v, i) => (
        <span key={i} className="mark">
          {[1, 2, 3, 4, 5].map((n) => (
            <i key={n} className={n <= v ? "on" : ""} />
          ))}
        </span>
      ))}
    </span>
  );
}
