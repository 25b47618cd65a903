import { Button, Select } from "antd";
import { useMemo, useState, type ReactNode } from "react";
import { Link, useSearchParams } from "react-router";
import type { UseQueryResult } from "@tanstack/react-query";
import { ApiError, type Catalogue, type WorkingFigure } from "../api/client";
import { useLastGood } from "../api/lastGood";
import { Trouble } from "../app/Trouble";
import { getIn } from "../plan/paths";
import { focusField } from "../plan/Inputs";

import { PlanFig } from "../units/Fig";
import { QuantityInput, WordInput, YesNoInput } from "../units/QuantityInput";
import { WorkingContext } from "../working/context";
import { WorkingPanel } from "../working/WorkingPanel";
import { questions } from "./questions";
import type { Base } from "./useBase";

export interface BenchProps {
  base: Base;
  catalogue: Catalogue;
}

interface SheetProps<T extends { working: Record<string, WorkingFigure> }> {
  id: string;
  base: Base;
  answer: UseQueryResult<T>;
  /** Figures to list, by path. */
  figures: (string | { path: string; label?: string; big?: boolean; fine?: boolean; plusMinus?: boolean })[];
  controls: ReactNode;
  children: (answer: T) => ReactNode;
  foot?: ReactNode;
}

/** The sheet of one question: its figures, its inputs, its picture. */
export function Sheet<T extends { working: Record<string, WorkingFigure> }>({
  id,
  base,
  answer: now,
  figures,
  controls,
  children,
  foot,
}: SheetProps<T>) {
  const [search, setSearch] = useSearchParams();
  const working = useMemo(() => {
    const put = (path: string | null) =>
      setSearch((s) => {
        const next = new URLSearchParams(s);
        if (path) next.set("working", path);
        else next.delete("working");
        return next;
      });
    return { open: put, close: () => put(null), change: (path: string) => void focusField(path) };
  }, [setSearch]);
  const [wide] = useState(() => window.innerWidth > 900);
  const answer = useLastGood(now);
  const a = answer.data;
  const query = base.from ? `?from=${base.from}` : "";
  return (
    <WorkingContext.Provider value={working}>
      <div className="plan bench">
        <aside className="rail" aria-label="Bench">
          <h1 className="sr">Bench</h1>
          <nav aria-label="Questions" className="questions">
            {questions.map((q) => (
              <Link key={q.id} to={`/bench/${q.id}${query}`} aria-current={q.id === id ? "page" : undefined}>
                {q.title}
              </Link>
            ))}
            <Link to="/practice">Practice</Link>
          </nav>
          <div className="figures">
            <section>
              {a &&
                figures.map((f) => {
                  const one = typeof f === "string" ? { path: f } : f;
                  return <PlanFig key={one.path} plan={a} {...one} />;
                })}
            </section>
          </div>
        </aside>
        <section className="sheet">
          <div className="controls">
            <div className="field field-compact">
              <label htmlFor="bench-from">Values from</label>
              <Select
                id="bench-from"
                style={{ width: 210 }}
                popupMatchSelectWidth={false}
                value={base.from}
                options={base.choices.map((o) => ({ ...o, title: o.label }))}
                onChange={base.choose}
              />
            </div>
          </div>
          {base.dirty && id !== "water" && id !== "grind" && (
            <div className="actions">
              {base.name && base.keeps && (
                <Button
                  type="primary"
                  loading={base.keep.isPending}
                  onClick={() => base.keep.mutate(base.request)}
                >
                  Save to {base.name}
                </Button>
              )}
              <Button type="text" onClick={base.undo}>
                Back to {base.name ? "its values" : "usual values"}
              </Button>
              {!base.name && (
                <span className="quiet">To save it, choose a stop or a brew under “Values from”.</span>
              )}
              {base.name && base.leaves && (
                <span className="quiet">
                  A stop saves place, water, heat and pot. To save the rest, choose a brew under “Values
                  from”.
                </span>
              )}
            </div>
          )}
          {base.keep.error && <Trouble error={base.keep.error} />}
          {answer.error && !answer.isFetching && <Trouble error={answer.error} />}
          {answer.last && (
            <p className="remark" role="status">
              This is the last answer. Correct the marked value.
            </p>
          )}
          {a && <div className={answer.last ? "last-good" : undefined}>{children(a)}</div>}
          {/* What is set in the picture can be typed, too. */}
          <details className="typed" open={wide}>
            <summary>Enter values</summary>
            <div className="controls">{controls}</div>
          </details>
          {foot}
        </section>
      </div>
      <WorkingPanel sheet={a?.working} path={search.get("working")} onClose={working.close} />
    </WorkingContext.Provider>
  );
}

/** The inputs of a request at some paths, with what the answer took where nothing is set. */
export function RequestInputs({
  base,
  catalogue,
  answer,
  paths,
}: BenchProps & { answer: UseQueryResult<{ request: unknown }>; paths: string[] }) {
  const troubles = answer.error instanceof ApiError ? answer.error.troubles : [];
  const names = catalogue.names;
  return (
    <>
      {paths.map((path) => {
        const f = catalogue.fields.find((x) => x.path === path);
        if (!f) return null;
        const filled = answer.data?.request as Parameters<typeof getIn>[0] | undefined;
        const stated = filled ? getIn<number | string | boolean>(filled, path) : undefined;
        const trouble = troubles.find((t) => t.field === path)?.message;
        const change = (v: unknown) => base.set(path, v);
        if (f.kind === "number")
          return (
            <QuantityInput
              key={path}
              compact
              field={f}
              value={getIn<number>(base.request, path) ?? (stated as number | undefined)}
              placeholder="–"
              trouble={trouble}
              onChange={change}
            />
          );
        if (f.kind === "word")
          return (
            <WordInput
              key={path}
              field={f}
              names={names}
              value={getIn<string>(base.request, path) ?? (stated as string | undefined)}
              trouble={trouble}
              onChange={(v) =>
                // Another burner has its own fuel, power and efficiency.
                path === "heat.burner"
                  ? base.set("heat", {
                      ...base.request.heat,
                      burner: v,
                      fuel: undefined,
                      power_w: undefined,
                      efficiency: undefined,
                      supplied_c: undefined,
                    })
                  : change(v)
              }
            />
          );
        return (
          <YesNoInput
            key={path}
            field={f}
            value={getIn<boolean>(base.request, path) ?? (stated as boolean | undefined)}
            onChange={change}
          />
        );
      })}
    </>
  );
}
