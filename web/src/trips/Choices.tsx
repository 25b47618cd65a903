import { Button } from "antd";
import { useQuery } from "@tanstack/react-query";
import { Fragment, useMemo, type ReactNode } from "react";
import { useSearchParams } from "react-router";
import type { Catalogue, Conditions } from "../api/client";
import { useChoices } from "../api/queries";
import { core } from "../core/core";
import { Loaded } from "../app/Trouble";
import { useSettings } from "../app/settings";
import { CellFig } from "../units/Fig";
import { inWords } from "../units/units";
import { WorkingContext } from "../working/context";
import { WorkingPanel } from "../working/WorkingPanel";

interface Props {
  conditions: Conditions;
  people: number;
  catalogue: Catalogue;
  onChoose: (method: string, school: string) => void;
}

/** What every method and school would give at a stop, side by side. */
export function Choices({ conditions, people, catalogue, onChoose }: Props) {
  const { system } = useSettings();
  const body = { ...conditions, method: "", drinkers: people };
  const [search, setSearch] = useSearchParams();
  const [method, school, figure] = search.get("working")?.split("/") ?? [];
  const opened = useQuery({
    queryKey: ["plan", "choice", body, method, school],
    enabled: method !== undefined,
    queryFn: () => core.explained({ ...body, method: method as string, school }),
  });
  const working = useMemo(
    () => ({
      open: (path: string) =>
        setSearch({ working: path.includes("/") ? path : `${method}/${school}/${path}` }),
      change: () => undefined,
    }),
    [setSearch, method, school],
  );
  const choices = useChoices(body);
  const weight = choices.data?.find((c) => c.method === method && c.school === school)?.weight;
  return (
    <WorkingContext.Provider value={working}>
      <Loaded query={choices}>
        {(list) => (
          <>
            <table className="plain choose">
              <thead>
                <tr>
                  <th>Method and school</th>
                  <th className="right">Time</th>
                  <th className="right">Hands</th>
                  <th className="right">Drink</th>
                  <th className="right">Water</th>
                  <th className="right">Fuel</th>
                  <th className="right">Weight</th>
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
                      <td colSpan={9}>
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
                      const fig = (path: string, text: string, after?: ReactNode) => (
                        <td className="num right">
                          <CellFig path={`${m.id}/${s.id}/${path}`}>{text}</CellFig>
                          {after}
                        </td>
                      );
                      return (
                        <tr key={s.id} className={c.possible ? "" : "choose-no"}>
                          <td className="choose-school">
                            {s.name} <span className="quiet">{s.why}</span>
                            {c.water && (
                              <span className="lacks" data-testid="needs-safe-water">
                                {" "}
                                {c.water[0]?.toUpperCase() + c.water.slice(1)}.
                              </span>
                            )}
                            {c.lacks && <span className="lacks"> Not on your shelf: {c.lacks}.</span>}
                          </td>
                          {c.possible ? (
                            <>
                              {fig("total_s", inWords(c.total_s ?? 0, "s", system))}
                              {fig("hands_s", inWords(c.hands_s ?? 0, "s", system))}
                              {fig("drink_ml", inWords(c.drink_ml ?? 0, "ml", system))}
                              {fig("water.carried_ml", inWords(c.carry_ml ?? 0, "ml", system))}
                              {c.fuel_g !== null ? (
                                fig("heat.fuel_g", inWords(c.fuel_g, "g", system))
                              ) : c.energy_wh !== null ? (
                                fig("heat.energy_wh", inWords(c.energy_wh, "Wh", system))
                              ) : (
                                <td className="num right">–</td>
                              )}
                              {fig("weight", inWords(c.weight?.value ?? 0, "g", system))}
                              {fig(
                                "strength.extraction_pct",
                                inWords(c.extraction_pct ?? 0, "%", system, { step: 1 }),
                              )}
                              {fig(
                                "strength.tds_pct",
                                inWords(c.tds_pct ?? 0, "%", system, { step: 0.1 }),
                                c.in_window && <span title="inside the published window"> ✓</span>,
                              )}
                              <td />
                            </>
                          ) : (
                            <td colSpan={9}>Not here: {c.why_not}.</td>
                          )}
                          <td className="right">
                            <Button
                              size="small"
                              disabled={!c.possible}
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
            <WorkingPanel
              sheet={opened.data && weight ? { ...opened.data.working, weight } : undefined}
              path={figure ?? null}
              onClose={() => setSearch({})}
            />
          </>
        )}
      </Loaded>
    </WorkingContext.Provider>
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
