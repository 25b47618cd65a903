import { Button, Input, InputNumber } from "antd";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { api, must } from "../api/client";
import { useChange, useTrips } from "../api/queries";
import { Loaded, Trouble } from "../app/Trouble";
import { useRemove } from "../app/useUndo";

export default function TripsPage() {
  const trips = useTrips();
  const navigate = useNavigate();
  const removeWithUndo = useRemove();
  const [name, setName] = useState("");
  const [people, setPeople] = useState(2);
  const [archived, setArchived] = useState(false);
  const duplicate = useChange((trip: number) =>
    must(api.POST("/trips/{trip}/duplicate", { params: { path: { trip } } })),
  );
  const archive = useChange((t: { id: number; archived: boolean }) =>
    must(
      api.PUT("/trips/{trip}/archived", {
        params: { path: { trip: t.id } },
        body: { archived: !t.archived },
      }),
    ),
  );
  const add = useChange(() => must(api.POST("/trips", { body: { name: name.trim(), people } })));
  return (
    <div className="page">
      <h1>Trips</h1>
      <Loaded query={trips}>
        {(list) =>
          list.length === 0 ? (
            <p className="empty">
              No trip yet. Name one below, then add its stops: where you will make coffee, how high, and with
              what heat.
            </p>
          ) : (
            <table className="plain">
              <thead>
                <tr>
                  <th>Trip</th>
                  <th>People</th>
                  <th>Starts</th>
                  <th className="sr">Actions</th>
                </tr>
              </thead>
              <tbody>
                {list
                  .filter((t) => archived || !t.archived)
                  .map((t) => (
                    <tr key={t.id} className={t.archived ? "choose-no" : undefined}>
                      <td>
                        <Link to={`/trips/${t.id}`}>{t.name}</Link>
                        {t.archived && <span className="quiet"> archived</span>}
                      </td>
                      <td className="num">{t.people}</td>
                      <td className="num">{t.starts_on || "–"}</td>
                      <td className="right">
                        <Button
                          size="small"
                          type="text"
                          onClick={() =>
                            duplicate.mutate(t.id, { onSuccess: (c) => void navigate(`/trips/${c.id}`) })
                          }
                        >
                          Duplicate
                        </Button>
                        <Button size="small" type="text" onClick={() => archive.mutate(t)}>
                          {t.archived ? "Bring back" : "Archive"}
                        </Button>
                        <Button
                          size="small"
                          type="text"
                          onClick={() => void removeWithUndo("trip", t.id, t.name)}
                        >
                          Delete
                        </Button>
                      </td>
                    </tr>
                  ))}
              </tbody>
            </table>
          )
        }
      </Loaded>
      {trips.data?.some((t) => t.archived) && (
        <p>
          <label>
            <input type="checkbox" checked={archived} onChange={(e) => setArchived(e.target.checked)} /> Show
            archived trips
          </label>
        </p>
      )}
      {(duplicate.error ?? archive.error) && <Trouble error={(duplicate.error ?? archive.error) as Error} />}
      <p>
        <Link to="/import">Read a trip from a file</Link>: GPX, a saved trip, or CSV. Your gear is on the{" "}
        <Link to="/shelf">shelf</Link>.
      </p>
      <h2>New trip</h2>
      <form
        className="inline-form"
        onSubmit={(e) => {
          e.preventDefault();
          add.mutate(undefined, { onSuccess: (t) => void navigate(`/trips/${t.id}`) });
        }}
      >
        <div className="field">
          <label htmlFor="trip-name">Name</label>
          <Input
            id="trip-name"
            value={name}
            maxLength={120}
            required
            onChange={(e) => setName(e.target.value)}
            style={{ width: 280 }}
          />
        </div>
        <div className="field">
          <label htmlFor="trip-people">People</label>
          <InputNumber
            id="trip-people"
            min={1}
            max={24}
            precision={0}
            value={people}
            onChange={(v) => setPeople(v ?? 1)}
          />
        </div>
        <Button htmlType="submit" type="primary" disabled={name.trim() === ""} loading={add.isPending}>
          Make the trip
        </Button>
      </form>
      {add.error && <Trouble error={add.error} />}
    </div>
  );
}
