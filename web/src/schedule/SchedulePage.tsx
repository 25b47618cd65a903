import { Button } from "antd";
import { Fragment, useState } from "react";
import { Link, useParams, useSearchParams } from "react-router";
import type { TripOut, TripPlan } from "../api/client";
import { useTrip, useTripPlan } from "../api/queries";
import { Folded } from "../app/Folded";
import { inAWord } from "../app/inAWord";
import { Loaded, Trouble } from "../app/Trouble";
import { dateInWords, timeInWords, today as todayHere } from "../app/dates";
import { useSettings } from "../app/settings";
import { Exports } from "../trips/Exports";
import { counted, duration, say, type System } from "../units/units";
import { byDay, leavingAsOne, nextOf, type Day, type Item } from "./days";
import { Timeline } from "./Timeline";
import { useTicks } from "./useTicks";
import "./schedule.css";

export default function SchedulePage() {
  const id = Number(useParams().trip);
  const trip = useTrip(id);
  const plan = useTripPlan(id);
  return (
    <div className="page">
      <Loaded query={trip}>
        {(t) => <Loaded query={plan}>{(p) => <Schedule trip={t} plan={p} />}</Loaded>}
      </Loaded>
    </div>
  );
}

/** A day in one line: its place, its brews and how much else there is to do. */
function inShort(
  d: Day,
  trip: TripOut,
  plan: TripPlan,
  names: Record<number, string>,
  twelve: boolean,
): string {
  const brews = d.items.filter((i) => i.task.id.startsWith("brew:"));
  const at = [...new Set(brews.map((i) => plan.stop_ids[i.task.stop]))].map(
    (id) => trip.stops.find((s) => s.id === id)?.name,
  );
  const rest = d.items.length - brews.length;
  return [
    at.join(", "),
    brews.map((i) => `${names[i.task.brew ?? 0] ?? ""} ${timeInWords(i.to ?? "", twelve)}`.trim()).join(", "),
    rest > 0 && (brews.length > 0 ? `${rest} more` : counted(rest, "task")),
  ]
    .filter(Boolean)
    .join(" · ");
}

function Schedule({ trip, plan }: { trip: TripOut; plan: TripPlan }) {
  const { system, twelve } = useSettings();
  const [search] = useSearchParams();
  const asked = search.get("view");
  const view = asked === "list" || asked === "days" ? asked : "next";
  const ticks = useTicks(trip.id);
  const [reasons, setReasons] = useState(false);
  const names = Object.fromEntries(plan.result.brews.map((b) => [b.id, inAWord(b.method)]));
  const items = byDay(plan.result.tasks, plan.moments, view === "list");
  const { date, time } = todayHere();
  const next = nextOf(items, ticks.has, date);
  const grouped = leavingAsOne(items);
  const shown = grouped.find((d) => d.items.some((i) => i.task === next?.i.task)) ?? grouped.at(-1);
  const left = (d: Day) => d.items.filter((i) => !ticks.has(i.task.id)).length;
  // The next task is shown above, with everything about it.
  const listed = (d: Day) => d.items.filter((i) => view !== "next" || i.task !== next?.i.task);
  const list = (d: Day) => (
    <ul>
      {listed(d).map((i, k, all) => (
        <Fragment key={i.task.id}>
          {i.on && i.on !== all[k - 1]?.on && <li className="quiet">{i.on}</li>}
          <Task item={i} trip={trip} plan={plan} ticks={ticks} system={system} reasons={reasons} />
        </Fragment>
      ))}
    </ul>
  );
  const whole = (d: Day) => (
    <section key={d.title} aria-label={d.title}>
      <h2>
        {d.title}
        {d.date && <small> {dateInWords(d.date)}</small>}
      </h2>
      {list(d)}
    </section>
  );
  const days = (some: Day[]) =>
    some.map((d) => (
      <Folded
        key={d.title}
        id={`schedule.${trip.id}.${d.day}`}
        className="other-day"
        title={
          <>
            <strong>{d.title}</strong>{" "}
            <span className="quiet">
              {left(d) === 0 ? "done" : inShort(d, trip, plan, names, twelve)}
              {left(d) > 0 && left(d) < d.items.length && ` · ${left(d)} open`}
            </span>
          </>
        }
      >
        {d.date && <p className="quiet">{dateInWords(d.date)}</p>}
        {list(d)}
      </Folded>
    ));
  const at = shown ? grouped.indexOf(shown) : 0;
  return (
    <>
      <div className="heading">
        <h1 className="sr">Schedule</h1>
        {next ? (
          <div className="next-task">
            <p className="quiet">
              {next.d.date === date ? "Today, " : ""}
              {next.d.date === date ? next.d.title.toLowerCase() : next.d.title}
              {next.d.date && `, ${dateInWords(next.d.date)}`}
              {next.i.from && `, ${timeInWords(next.i.from, twelve)}`}
            </p>
            <p className="verdict">Next: {say(next.i.task, system)}</p>
            <About task={next.i.task} reasons={reasons} />
            <Button type="primary" id="main-action" onClick={() => ticks.flip(next.i.task.id)}>
              Done
            </Button>{" "}
            <ToPlan task={next.i.task} trip={trip} plan={plan} />
          </div>
        ) : (
          items.length > 0 && <p className="verdict next-task">All done.</p>
        )}
        {!trip.starts_on && items.length > 0 && (
          <span className="quiet">Set the start date to get dates and a calendar.</span>
        )}
        {ticks.error && <Trouble error={ticks.error} />}
      </div>
      {items.length === 0 ? (
        <p className="empty">
          Nothing to do yet. Plan a brew at a stop; this list counts back from coffee in hand.
        </p>
      ) : (
        <>
          {view === "next" && shown ? (
            <div className="by-day">
              <div>
                <Timeline day={shown} names={names} {...(shown.date === date && { now: time })} />
                {whole(shown)}
              </div>
              <div>
                {at > 0 && <h2>Before that</h2>}
                {days(grouped.slice(0, at))}
                {at + 1 < grouped.length && <h2>Coming</h2>}
                {days(grouped.slice(at + 1))}
              </div>
            </div>
          ) : (
            <div className="days">{items.map(whole)}</div>
          )}
          <p className="more-acts">
            <Button size="small" aria-pressed={reasons} onClick={() => setReasons(!reasons)}>
              {reasons ? "Hide reasons" : "Show reasons"}
            </Button>
            {view !== "next" && <Link to="?">Day by day</Link>}
            {view !== "days" && <Link to="?view=days">All days</Link>}
            {view !== "list" && <Link to="?view=list">Without the brews</Link>}
            <Link to={`/trips/${trip.id}/sheet`}>Trip sheet to print</Link>
            <Exports trip={trip} />
            {ticks.count > 0 && (
              <Button size="small" type="text" onClick={ticks.clear}>
                Untick all
              </Button>
            )}
          </p>
        </>
      )}
    </>
  );
}

function Task({
  item,
  trip,
  plan,
  ticks,
  system,
  reasons,
}: {
  item: Item;
  trip: TripOut;
  plan: TripPlan;
  ticks: ReturnType<typeof useTicks>;
  system: System;
  reasons: boolean;
}) {
  const { task, from } = item;
  const { twelve } = useSettings();
  return (
    <li className={`task task-${task.when}${ticks.has(task.id) ? " task-done" : ""}`}>
      <label>
        <input type="checkbox" checked={ticks.has(task.id)} onChange={() => ticks.flip(task.id)} />
        <span>
          {from && <strong className="num">{timeInWords(from, twelve)} </strong>}
          {!from && task.when === "evening" && <strong>Evening: </strong>}
          {!from && task.when === "morning" && <strong>On arrival: </strong>}
          {say(task, system)}
          {task.for_s >= 3600 && ` (${duration(task.for_s)})`}
          {item.zone && <small className="quiet"> {item.zone}</small>}
        </span>
      </label>
      <ToPlan task={task} trip={trip} plan={plan} />
      <About task={task} reasons={reasons} />
    </li>
  );
}

/** A task's caution, the way to the water, and the reason if asked for. */
function About({ task, reasons }: { task: Item["task"]; reasons: boolean }) {
  return (
    <>
      {task.caution && <p className={`task-about care care-${task.level}`}>{task.caution}</p>}
      {task.access && (
        <p className="task-about">
          Way to the water: <span data-own-words>{task.access}</span>
        </p>
      )}
      {reasons && task.why && <p className="task-about quiet">{task.why}</p>}
    </>
  );
}

/** A link to the plan of a brew task. */
function ToPlan({ task, trip, plan }: { task: Item["task"]; trip: TripOut; plan: TripPlan }) {
  const stop = plan.stop_ids[task.stop];
  if (!task.brew || stop === undefined || !task.id.startsWith("brew:")) return null;
  return <Link to={`/trips/${trip.id}/stops/${stop}/brews/${task.brew}`}>Plan</Link>;
}
