import { Button, Segmented } from "antd";
import { Link, useParams, useSearchParams } from "react-router";
import type { TripOut, TripPlan } from "../api/client";
import { useTrip, useTripPlan } from "../api/queries";
import { Loaded, Trouble } from "../app/Trouble";
import { dateInWords } from "../app/dates";
import { useSettings } from "../app/settings";
import { Exports } from "../trips/Exports";
import { clock, say, type System } from "../units/units";
import { byDay, type Item } from "./days";
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

function Schedule({ trip, plan }: { trip: TripOut; plan: TripPlan }) {
  const { system } = useSettings();
  const [search, setSearch] = useSearchParams();
  const view = search.get("view") === "list" ? "list" : "all";
  const ticks = useTicks(trip.id);
  const r = plan.result;
  const items = byDay(r.tasks, plan.moments, view === "list");
  const open = items.flatMap((d) => d.items.filter((i) => !ticks.has(i.task.id)).map((i) => ({ d, i })));
  const next = open[0];
  return (
    <>
      <div className="heading">
        <h1 className="sr">Schedule</h1>
        {next ? (
          <p className="verdict next-task">
            Next: {say(next.i.task, system)}{" "}
            <span className="quiet">
              {next.d.title.toLowerCase()}
              {next.d.date && `, ${dateInWords(next.d.date)}`}
              {next.i.from && `, ${next.i.from}`}
            </span>
          </p>
        ) : (
          items.length > 0 && <p className="verdict">All is done.</p>
        )}
        <span className="quiet">
          {trip.starts_on
            ? `from ${dateInWords(trip.starts_on)}`
            : "the trip has no date yet: set one for dates and a calendar"}
        </span>
        <span className="grow" />
        <Segmented
          aria-label="What is shown"
          size="small"
          value={view}
          options={[
            { value: "all", label: "day by day" },
            { value: "list", label: "to get ready" },
          ]}
          onChange={(v) => setSearch(v === "list" ? { view: "list" } : {}, { replace: true })}
        />
        {ticks.error && <Trouble error={ticks.error} />}
        {ticks.count > 0 && (
          <Button size="small" type="text" onClick={ticks.clear}>
            Untick all
          </Button>
        )}
        <Link to={`/trips/${trip.id}/sheet`}>Trip sheet to print</Link>
        <Exports trip={trip} />
      </div>
      {items.length === 0 ? (
        <p className="empty">
          Nothing to do yet: plan a brew at a stop, and this list counts back from coffee in hand.
        </p>
      ) : (
        <div className="days">
          {items.map((d) => (
            <section key={d.day} aria-label={d.title}>
              <h2>
                {d.title}
                {d.date && <small> {dateInWords(d.date)}</small>}
              </h2>
              <ul>
                {d.items.map((i) => (
                  <Task key={i.task.id} item={i} trip={trip} plan={plan} ticks={ticks} system={system} />
                ))}
              </ul>
            </section>
          ))}
        </div>
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
}: {
  item: Item;
  trip: TripOut;
  plan: TripPlan;
  ticks: ReturnType<typeof useTicks>;
  system: System;
}) {
  const { task, from, to } = item;
  const stop = plan.stop_ids[task.stop];
  const text = say(task, system);
  const brew = task.brew && task.when === "brew" && stop !== undefined;
  return (
    <li className={`task task-${task.when}${ticks.has(task.id) ? " task-done" : ""}`}>
      <span className="task-time num">
        {from ??
          { evening: "evening", before: "", morning: "on arrival", after: "", brew: "any time" }[task.when]}
        {from && to && to !== from && <small> –{to}</small>}
      </span>
      <label>
        <input type="checkbox" checked={ticks.has(task.id)} onChange={() => ticks.flip(task.id)} />
        <span>
          {text} <span className="quiet">{task.why}</span>
          {brew && task.id.startsWith("brew:") && (
            <>
              {" "}
              <Link to={`/trips/${trip.id}/stops/${stop}/brews/${task.brew}`}>Plan</Link>
            </>
          )}
          {task.access && (
            <span className="task-access">
              Way to the water: <span data-own-words>{task.access}</span>
            </span>
          )}
        </span>
      </label>
      {item.zone && <small className="quiet task-zone">{item.zone}</small>}
      {task.for_s >= 3600 && <small className="quiet"> {clock(task.for_s, 60)}</small>}
    </li>
  );
}
