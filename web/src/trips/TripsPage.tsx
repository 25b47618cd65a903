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
                  <th className="sr">Delete</th>
                </tr>
              </thead>
              <tbody>
                {list.map((t) => (
                  <tr key={t.id}>
                    <td>
                      <Link to={`/trips/${t.id}`}>{t.name}</Link>
                    </td>
                    <td className="num">{t.people}</td>
                    <td className="num">{t.starts_on || "–"}</td>
                    <td>
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
