-- +goose Up
CREATE TABLE trips (
  id         INTEGER PRIMARY KEY,
  name       TEXT    NOT NULL,
  people     INTEGER NOT NULL,
  starts_on  TEXT    NOT NULL DEFAULT '',   -- ISO date, local to the first stop
  created_at TEXT    NOT NULL,              -- UTC, RFC 3339
  deleted_at TEXT
) STRICT;

CREATE TABLE stops (
  id         INTEGER PRIMARY KEY,
  trip_id    INTEGER NOT NULL REFERENCES trips (id) ON DELETE CASCADE,
  position   INTEGER NOT NULL,
  name       TEXT    NOT NULL,
  day        INTEGER NOT NULL,              -- day of the trip, from 1
  km         REAL    NOT NULL DEFAULT 0,    -- distance along the route
  time_zone  TEXT    NOT NULL DEFAULT 'UTC',
  conditions TEXT    NOT NULL DEFAULT '{}', -- place, water and heat of a plan request
  note       TEXT    NOT NULL DEFAULT '',
  created_at TEXT    NOT NULL,
  deleted_at TEXT
) STRICT;
CREATE INDEX stops_of_trip ON stops (trip_id, position);

CREATE TABLE brews (
  id         INTEGER PRIMARY KEY,
  stop_id    INTEGER NOT NULL REFERENCES stops (id) ON DELETE CASCADE,
  name       TEXT    NOT NULL DEFAULT '',
  at         TEXT    NOT NULL DEFAULT '',   -- local time of day, HH:MM
  patch      TEXT    NOT NULL,              -- RFC 7396 merge patch over the stop's conditions
  plan_id    INTEGER REFERENCES plans (id),
  revision   INTEGER NOT NULL DEFAULT 1,
  created_at TEXT    NOT NULL,
  deleted_at TEXT
) STRICT;
CREATE INDEX brews_of_stop ON brews (stop_id);

-- A plan is kept with what was asked and which computation answered, and is
-- never changed: an old brew still shows what it was told.
CREATE TABLE plans (
  id           INTEGER PRIMARY KEY,
  brew_id      INTEGER NOT NULL REFERENCES brews (id) ON DELETE CASCADE,
  request      TEXT    NOT NULL,
  plan         TEXT    NOT NULL,
  core_version TEXT    NOT NULL,
  created_at   TEXT    NOT NULL
) STRICT;
CREATE INDEX plans_of_brew ON plans (brew_id);

-- The brew being made by the clock, one a brew.
CREATE TABLE runs (
  brew_id    INTEGER PRIMARY KEY REFERENCES brews (id) ON DELETE CASCADE,
  plan_id    INTEGER NOT NULL REFERENCES plans (id),
  state      TEXT    NOT NULL,
  updated_at TEXT    NOT NULL
) STRICT;

CREATE TABLE log_entries (
  id          INTEGER PRIMARY KEY,
  brew_id     INTEGER NOT NULL REFERENCES brews (id) ON DELETE CASCADE,
  plan_id     INTEGER NOT NULL REFERENCES plans (id),
  brewed_at   TEXT    NOT NULL,
  sour_bitter INTEGER NOT NULL CHECK (sour_bitter BETWEEN -3 AND 3),
  weak_strong INTEGER NOT NULL CHECK (weak_strong BETWEEN -3 AND 3),
  sediment    INTEGER NOT NULL CHECK (sediment BETWEEN 0 AND 3),
  mark        INTEGER NOT NULL CHECK (mark BETWEEN 1 AND 10),
  words       TEXT    NOT NULL DEFAULT '',
  created_at  TEXT    NOT NULL,
  deleted_at  TEXT
) STRICT;
CREATE INDEX log_of_brew ON log_entries (brew_id);

-- +goose Down
DROP TABLE log_entries;
DROP TABLE runs;
DROP TABLE plans;
DROP TABLE brews;
DROP TABLE stops;
DROP TABLE trips;
