import { useQuery } from "@tanstack/react-query";
import { Fragment, useId, useState } from "react";
import { Link, useSearchParams } from "react-router";
import type { Catalogue, Schemas } from "../api/client";
import { Strip } from "../app/Strip";
import { useSettings } from "../app/settings";
import { useRecipes } from "../api/queries";
import { core } from "../core/core";
import { say, sentence } from "../units/units";
import { WorkingContext } from "../working/context";
import { WorkingPanel } from "../working/WorkingPanel";
import { figureOf, WayDrawing } from "./figures";
import "./ways.css";

type Way = Schemas["Way"];

/**
 * The ways in which coffee can be made somewhere: drawn brewers, the best first for what is wished, each with the
 * two figures that count there. What cannot be made is folded, with its reason.
 */
export function Ways({
  found,
  catalogue,
  wish,
  onWish,
  planned,
  along,
  first = 3,
  glance,
  onRemedy,
}: {
  found: Schemas["Found"];
  catalogue: Catalogue;
  wish: string;
  onWish: (w: string) => void;
  /** Where a way, by one of its recipes, is planned. */
  planned: (method: string, school: string) => string;
  /** IDs of the pieces that go along on the trip; what is not among them is told. */
  along?: number[];
  /** How many are in sight before the rest is asked for. */
  first?: number;
  /** The best one large and two others in a line; what matters most is said elsewhere. */
  glance?: boolean;
  /** Takes what would make coffee possible; nothing where it cannot be said here. */
  onRemedy?: (r: Schemas["Remedy"]) => void;
}) {
  const { system } = useSettings();
  const [all, setAll] = useState(false);
  const [search, setSearch] = useSearchParams();
  const list = useId();
  const possible = found.ways.filter((w) => w.not === "");
  const not = found.ways.filter((w) => w.not !== "");
  const shown = all ? possible : possible.slice(0, glance ? 1 : first);
  const others = glance && !all ? possible.slice(1, 3) : [];
  // Those of a method that can be made here.
  const mine = (useRecipes().data ?? []).filter((r) => possible.some((w) => w.method === r.recipe.method));
  const [method, school, figure] = search.get("working")?.split("/") ?? [];
  const opened = found.ways.find((w) => w.method === method);
  const request = opened && (opened.school === school ? opened.request : { ...opened.request, school });
  const plan = useQuery({
    queryKey: ["plan", "way", request],
    enabled: request !== undefined,
    queryFn: () => core.explained(request as NonNullable<typeof request>),
  });
  const working = {
    open: (path: string) =>
      setSearch((was) => {
        const next = new URLSearchParams(was);
        next.set("working", path.split("/").length === 3 ? path : `${method}/${school}/${path}`);
        return next;
      }),
    change: () => undefined,
  };
  const weight = opened?.schools.find((c) => c.school === school)?.weight;
  return (
    <WorkingContext.Provider value={working}>
      {!glance && (
        <Strip
          label="What matters most"
          value={wish}
          options={catalogue.wishes.map((w) => ({ value: w, word: catalogue.names[w] ?? w }))}
          onChange={onWish}
        />
      )}
      {possible.length === 0 && (
        <div className="empty">
          <p>
            <strong>Nothing works with this.</strong>{" "}
            {found.remedies.length > 0 ? "What would help:" : "Add gear or another heat source."}
          </p>
          {found.remedies.length > 0 && (
            <p>
              {found.remedies.map((r) => (
                <Fragment key={r.id}>
                  {onRemedy ? (
                    <button type="button" className="btn" onClick={() => onRemedy(r)}>
                      {r.text}
                    </button>
                  ) : (
                    <strong>{r.text}.</strong>
                  )}{" "}
                </Fragment>
              ))}
            </p>
          )}
        </div>
      )}
      <ol className={glance && !all ? "ways ways-glance" : "ways"} id={list}>
        {shown.map((w, i) => (
          <Card
            key={w.method}
            way={w}
            best={i === 0}
            catalogue={catalogue}
            planned={planned}
            along={along}
            open={working.open}
            large={glance && i === 0}
          />
        ))}
      </ol>
      {others.length > 0 && (
        <p className="ways-others">
          or{" "}
          {others.map((w, i) => (
            <span key={w.method}>
              {i > 0 && " · "}
              <Link to={planned(w.method, w.school)}>{catalogue.names[w.method]}</Link>{" "}
              <span className="num">{figureOf(w, "total_s", system)?.text}</span>
            </span>
          ))}
        </p>
      )}
      {possible.length > (glance ? 1 : first) && (
        <button
          type="button"
          className="btn ways-more"
          aria-expanded={all}
          aria-controls={list}
          onClick={() => setAll(!all)}
        >
          {all ? "Show the best" : `All ${possible.length} methods`}
        </button>
      )}
      {mine.length > 0 && (
        <p className="ways-own">
          <strong>Your own recipe:</strong>{" "}
          {mine.map((r, i) => (
            <span key={r.id}>
              {i > 0 && " · "}
              <Link to={`${planned(r.recipe.method ?? "", r.recipe.school ?? "")}&recipe=${r.id}`}>
                <span data-own-words>{r.recipe.name}</span>
              </Link>
            </span>
          ))}
        </p>
      )}
      {not.length > 0 && (
        <details className="ways-not">
          <summary>
            {not.length === 1 ? "1 method doesn’t work here" : `${not.length} methods don’t work here`}
          </summary>
          <ul>
            {not.map((w) => (
              <li key={w.method}>
                <WayDrawing way={w} catalogue={catalogue} />
                <span>
                  <strong>{catalogue.names[w.method]}</strong> {w.not}.{" "}
                  {/* What is only missing from the shelf can be had. */}
                  {w.order === null &&
                    w.total_s !== null &&
                    w.schools.map((c) => (
                      <Link
                        key={c.school}
                        className="ways-still"
                        to={planned(w.method, c.school)}
                        aria-label={`Plan ${catalogue.names[w.method]}: ${catalogue.names[`${w.method}/${c.school}`]}`}
                      >
                        Plan anyway
                        {w.schools.length > 1 && `: ${catalogue.names[`${w.method}/${c.school}`]}`}
                      </Link>
                    ))}
                </span>
              </li>
            ))}
          </ul>
        </details>
      )}
      <WorkingPanel
        sheet={
          opened && plan.data
            ? {
                ...plan.data.working,
                ...(weight && { weight }),
                ...(opened.order && { order: opened.order }),
              }
            : undefined
        }
        path={figure ?? null}
        onClose={() =>
          setSearch((was) => {
            const next = new URLSearchParams(was);
            next.delete("working");
            return next;
          })
        }
      />
    </WorkingContext.Provider>
  );
}

function Card({
  way,
  best,
  catalogue,
  planned,
  along,
  open,
  large,
}: {
  way: Way;
  /** It is the answer of the view. */
  large?: boolean;
  best: boolean;
  catalogue: Catalogue;
  planned: (method: string, school: string) => string;
  along?: number[];
  open: (path: string) => void;
}) {
  const { system } = useSettings();
  const name = catalogue.names[way.method] ?? "";
  const recipe = (school: string) => catalogue.names[`${way.method}/${school}`] ?? "";
  const figures = way.matter.flatMap((path) => {
    const f = figureOf(way, path, system);
    return f ? [{ path, ...f }] : [];
  });
  const { brewer } = way.fit;
  const stays = brewer && along && along.length > 0 && !along.includes(brewer.id as number);
  const cares = way.fit.joints.filter((j) => j.level !== "fits");
  return (
    <li className={`way${best ? " way-best" : ""}${large ? " way-large" : ""}`} data-way={way.method}>
      <WayDrawing way={way} catalogue={catalogue} />
      <div className="way-words">
        <h3>
          <Link to={planned(way.method, way.school)} aria-label={`Plan ${name}: ${recipe(way.school)}`}>
            {name}
          </Link>
        </h3>
        <p>
          {way.schools.length > 1 && <>{recipe(way.school)}. </>}
          <span className="quiet">{sentence((large ? way.why.slice(0, 1) : way.why).join("; "))}</span>
        </p>
        {large && (
          <p className="way-go">
            <Link id="main-action" className="btn btn-primary" to={planned(way.method, way.school)}>
              Plan: {name}
            </Link>
          </p>
        )}
        {way.than.length > 0 && (
          <p className="way-than">
            Compared with the first: {way.than.map((p) => say(p, system)).join(" · ")}
          </p>
        )}
        {stays && <p className="way-care">△ {brewer.name} isn’t in the trip’s kit.</p>}
        {cares.map((j) => (
          <p key={`${j.rule}${j.a}`} className="way-care">
            △ {say(j, system)} {j.remedy && <span className="quiet">{sentence(j.remedy)}</span>}
          </p>
        ))}
        <div className="way-more">
          <button type="button" className="link" onClick={() => open(`${way.method}/${way.school}/order`)}>
            why here
          </button>
          <details>
            <summary>{way.schools.length > 1 ? `${way.schools.length} recipes` : "more figures"}</summary>
            <ul>
              {way.schools.map((c) => (
                <li key={c.school}>
                  {c.possible ? (
                    <Link to={planned(way.method, c.school)} aria-label={`Plan ${name}: ${recipe(c.school)}`}>
                      {recipe(c.school)}
                    </Link>
                  ) : (
                    <span className="quiet">{recipe(c.school)}</span>
                  )}{" "}
                  <span className="quiet">
                    {c.possible
                      ? catalogue.methods
                          .find((m) => m.id === way.method)
                          ?.schools.find((s) => s.id === c.school)?.why
                      : `not here: ${c.why_not}.`}
                  </span>
                  {c.possible && (
                    <span className="way-figures">
                      {["total_s", "hands_s", "strength.extraction_pct", "weight"].map((path) => {
                        const f = figureOf(c, path, system);
                        return (
                          f && (
                            <button
                              key={path}
                              type="button"
                              className="cell-fig num"
                              data-figure={`${way.method}/${c.school}/${path}`}
                              onClick={() => open(`${way.method}/${c.school}/${path}`)}
                            >
                              <small>{f.label}</small> {f.text}
                            </button>
                          )
                        );
                      })}
                    </span>
                  )}
                </li>
              ))}
            </ul>
          </details>
        </div>
      </div>
      <div className="way-matter">
        {figures.map((f, i) => (
          <button
            key={f.path}
            type="button"
            className={i === 0 ? "way-fig way-fig-first" : "way-fig"}
            data-figure={`${way.method}/${way.school}/${f.path}`}
            onClick={() => open(`${way.method}/${way.school}/${f.path}`)}
          >
            <span className="num">{f.text}</span> <small>{f.label}</small>
          </button>
        ))}
      </div>
    </li>
  );
}
