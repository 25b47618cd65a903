-- +goose Up
-- Every record is kept alike: its identity, its revision, what it is part of, its place among its
-- kind, and one JSON value that the Go type of its kind reads. Records name each other by their
-- identities. What somebody looks for in a shell stands in columns made of that value, and so does
-- what is searched, unique or refers to another table.
ALTER TABLE log_entries RENAME TO old_log_entries;
ALTER TABLE runs RENAME TO old_runs;
ALTER TABLE plans RENAME TO old_plans;
ALTER TABLE brews RENAME TO old_brews;
ALTER TABLE stops RENAME TO old_stops;
ALTER TABLE ticks RENAME TO old_ticks;
ALTER TABLE trips RENAME TO old_trips;
ALTER TABLE coffees RENAME TO old_coffees;
ALTER TABLE recipes RENAME TO old_recipes;
ALTER TABLE gear RENAME TO old_gear;
ALTER TABLE blinds RENAME TO old_blinds;
ALTER TABLE plan_contents RENAME TO old_plan_contents;
DROP INDEX IF EXISTS stops_of_trip;
DROP INDEX IF EXISTS brews_of_stop;
DROP INDEX IF EXISTS plans_of_brew;
DROP INDEX IF EXISTS log_of_brew;
DROP INDEX IF EXISTS log_of_coffee;
DROP INDEX IF EXISTS log_by_moment;

CREATE TABLE trips (
  id         INTEGER PRIMARY KEY,
  uuid       TEXT    NOT NULL UNIQUE,
  revision   INTEGER NOT NULL DEFAULT 1,
  parent     INTEGER CHECK (parent IS NULL),
  rank       INTEGER NOT NULL DEFAULT 0,
  body       TEXT    NOT NULL CHECK (json_valid(body)),
  created_at TEXT    NOT NULL,
  deleted_at TEXT,
  name TEXT GENERATED ALWAYS AS (body ->> '$.name') VIRTUAL,
  people INTEGER GENERATED ALWAYS AS (body ->> '$.people') VIRTUAL,
  starts_on TEXT GENERATED ALWAYS AS (body ->> '$.starts_on') VIRTUAL,
  archived INTEGER GENERATED ALWAYS AS (coalesce(body ->> '$.archived', 0)) VIRTUAL,
  supplies TEXT GENERATED ALWAYS AS (body ->> '$.supplies') VIRTUAL
) STRICT;
CREATE TABLE stops (
  id         INTEGER PRIMARY KEY,
  uuid       TEXT    NOT NULL UNIQUE,
  revision   INTEGER NOT NULL DEFAULT 1,
  parent     INTEGER NOT NULL REFERENCES trips (id) ON DELETE CASCADE,
  rank       INTEGER NOT NULL DEFAULT 0,
  body       TEXT    NOT NULL CHECK (json_valid(body)),
  created_at TEXT    NOT NULL,
  deleted_at TEXT,
  trip_id INTEGER GENERATED ALWAYS AS (parent) VIRTUAL,
  position INTEGER GENERATED ALWAYS AS (rank) VIRTUAL,
  name TEXT GENERATED ALWAYS AS (body ->> '$.name') VIRTUAL,
  day INTEGER GENERATED ALWAYS AS (body ->> '$.day') VIRTUAL,
  km REAL GENERATED ALWAYS AS (body ->> '$.km') VIRTUAL,
  time_zone TEXT GENERATED ALWAYS AS (body ->> '$.time_zone') VIRTUAL,
  conditions TEXT GENERATED ALWAYS AS (body ->> '$.conditions') VIRTUAL,
  note TEXT GENERATED ALWAYS AS (body ->> '$.note') VIRTUAL,
  access_note TEXT GENERATED ALWAYS AS (body ->> '$.access_note') VIRTUAL,
  facts TEXT GENERATED ALWAYS AS (body ->> '$.facts') VIRTUAL
) STRICT;
CREATE INDEX stops_of ON stops (parent, rank);
CREATE TABLE brews (
  id         INTEGER PRIMARY KEY,
  uuid       TEXT    NOT NULL UNIQUE,
  revision   INTEGER NOT NULL DEFAULT 1,
  parent     INTEGER NOT NULL REFERENCES stops (id) ON DELETE CASCADE,
  rank       INTEGER NOT NULL DEFAULT 0,
  body       TEXT    NOT NULL CHECK (json_valid(body)),
  created_at TEXT    NOT NULL,
  deleted_at TEXT,
  stop_id INTEGER GENERATED ALWAYS AS (parent) VIRTUAL,
  name TEXT GENERATED ALWAYS AS (body ->> '$.name') VIRTUAL,
  at TEXT GENERATED ALWAYS AS (body ->> '$.at') VIRTUAL,
  own TEXT GENERATED ALWAYS AS (body ->> '$.own') VIRTUAL,
  way TEXT GENERATED ALWAYS AS (body ->> '$.way') VIRTUAL,
  plan TEXT GENERATED ALWAYS AS (nullif(body ->> '$.plan', '')) STORED REFERENCES plans (uuid) DEFERRABLE INITIALLY DEFERRED
) STRICT;
CREATE INDEX brews_of ON brews (parent, rank);
-- What plans say, each once, whatever brews have it; named by its SHA-256.
CREATE TABLE plan_contents (
  id         INTEGER PRIMARY KEY,
  uuid       TEXT    NOT NULL UNIQUE,
  revision   INTEGER NOT NULL DEFAULT 1,
  parent     INTEGER CHECK (parent IS NULL),
  rank       INTEGER NOT NULL DEFAULT 0,
  body       TEXT    NOT NULL CHECK (json_valid(body)),
  created_at TEXT    NOT NULL,
  deleted_at TEXT
) STRICT;
-- A plan is never changed: an old brew still shows what it was told.
CREATE TABLE plans (
  id         INTEGER PRIMARY KEY,
  uuid       TEXT    NOT NULL UNIQUE,
  revision   INTEGER NOT NULL DEFAULT 1,
  parent     INTEGER NOT NULL REFERENCES brews (id) ON DELETE CASCADE,
  rank       INTEGER NOT NULL DEFAULT 0,
  body       TEXT    NOT NULL CHECK (json_valid(body)),
  created_at TEXT    NOT NULL,
  deleted_at TEXT,
  brew_id INTEGER GENERATED ALWAYS AS (parent) VIRTUAL,
  core_version TEXT GENERATED ALWAYS AS (body ->> '$.core_version') VIRTUAL,
  request TEXT GENERATED ALWAYS AS (body ->> '$.request') VIRTUAL,
  content TEXT GENERATED ALWAYS AS (nullif(body ->> '$.content', '')) STORED REFERENCES plan_contents (uuid)
) STRICT;
CREATE INDEX plans_of ON plans (parent, rank);
-- The brew being made by the clock, one a brew; its rank says which was touched last.
CREATE TABLE runs (
  id         INTEGER PRIMARY KEY,
  uuid       TEXT    NOT NULL UNIQUE,
  revision   INTEGER NOT NULL DEFAULT 1,
  parent     INTEGER NOT NULL UNIQUE REFERENCES brews (id) ON DELETE CASCADE,
  rank       INTEGER NOT NULL DEFAULT 0,
  body       TEXT    NOT NULL CHECK (json_valid(body)),
  created_at TEXT    NOT NULL,
  deleted_at TEXT,
  brew_id INTEGER GENERATED ALWAYS AS (parent) VIRTUAL,
  plan TEXT GENERATED ALWAYS AS (body ->> '$.plan') STORED REFERENCES plans (uuid) DEFERRABLE INITIALLY DEFERRED,
  finished INTEGER GENERATED ALWAYS AS (coalesce(body ->> '$.finished', 0)) VIRTUAL
) STRICT;
-- The rank of a cup is when it was made, in s since 1970.
CREATE TABLE log_entries (
  id         INTEGER PRIMARY KEY,
  uuid       TEXT    NOT NULL UNIQUE,
  revision   INTEGER NOT NULL DEFAULT 1,
  parent     INTEGER NOT NULL REFERENCES brews (id) ON DELETE CASCADE,
  rank       INTEGER NOT NULL DEFAULT 0,
  body       TEXT    NOT NULL CHECK (json_valid(body)),
  created_at TEXT    NOT NULL,
  deleted_at TEXT,
  brew_id INTEGER GENERATED ALWAYS AS (parent) VIRTUAL,
  plan TEXT GENERATED ALWAYS AS (body ->> '$.plan') STORED REFERENCES plans (uuid) DEFERRABLE INITIALLY DEFERRED,
  brewed_at TEXT GENERATED ALWAYS AS (body ->> '$.brewed_at') VIRTUAL,
  coffee TEXT GENERATED ALWAYS AS (nullif(body ->> '$.coffee', '')) VIRTUAL,
  mark REAL GENERATED ALWAYS AS (body ->> '$.mark') VIRTUAL,
  words TEXT GENERATED ALWAYS AS (body ->> '$.words') VIRTUAL
) STRICT;
CREATE INDEX log_entries_of ON log_entries (parent, rank);
CREATE INDEX log_by_moment ON log_entries (rank, id);
CREATE INDEX log_of_coffee ON log_entries (coffee, rank) WHERE coffee IS NOT NULL;
CREATE TABLE coffees (
  id         INTEGER PRIMARY KEY,
  uuid       TEXT    NOT NULL UNIQUE,
  revision   INTEGER NOT NULL DEFAULT 1,
  parent     INTEGER CHECK (parent IS NULL),
  rank       INTEGER NOT NULL DEFAULT 0,
  body       TEXT    NOT NULL CHECK (json_valid(body)),
  created_at TEXT    NOT NULL,
  deleted_at TEXT,
  name TEXT GENERATED ALWAYS AS (body ->> '$.name') VIRTUAL,
  roasted_on TEXT GENERATED ALWAYS AS (body ->> '$.roasted_on') VIRTUAL,
  grams REAL GENERATED ALWAYS AS (body ->> '$.grams') VIRTUAL
) STRICT;
CREATE TABLE recipes (
  id         INTEGER PRIMARY KEY,
  uuid       TEXT    NOT NULL UNIQUE,
  revision   INTEGER NOT NULL DEFAULT 1,
  parent     INTEGER CHECK (parent IS NULL),
  rank       INTEGER NOT NULL DEFAULT 0,
  body       TEXT    NOT NULL CHECK (json_valid(body)),
  created_at TEXT    NOT NULL,
  deleted_at TEXT,
  name TEXT GENERATED ALWAYS AS (body ->> '$.name') VIRTUAL,
  method TEXT GENERATED ALWAYS AS (body ->> '$.method') VIRTUAL
) STRICT;
CREATE TABLE gear (
  id         INTEGER PRIMARY KEY,
  uuid       TEXT    NOT NULL UNIQUE,
  revision   INTEGER NOT NULL DEFAULT 1,
  parent     INTEGER CHECK (parent IS NULL),
  rank       INTEGER NOT NULL DEFAULT 0,
  body       TEXT    NOT NULL CHECK (json_valid(body)),
  created_at TEXT    NOT NULL,
  deleted_at TEXT,
  name TEXT GENERATED ALWAYS AS (body ->> '$.name') VIRTUAL,
  kind TEXT GENERATED ALWAYS AS (body ->> '$.kind') VIRTUAL,
  mass_g REAL GENERATED ALWAYS AS (body ->> '$.mass_g') VIRTUAL
) STRICT;
-- Two brews compared blind, by their identities.
CREATE TABLE blinds (
  id         INTEGER PRIMARY KEY,
  uuid       TEXT    NOT NULL UNIQUE,
  revision   INTEGER NOT NULL DEFAULT 1,
  parent     INTEGER CHECK (parent IS NULL),
  rank       INTEGER NOT NULL DEFAULT 0,
  body       TEXT    NOT NULL CHECK (json_valid(body)),
  created_at TEXT    NOT NULL,
  deleted_at TEXT,
  a TEXT GENERATED ALWAYS AS (body ->> '$.a') VIRTUAL,
  b TEXT GENERATED ALWAYS AS (body ->> '$.b') VIRTUAL
) STRICT;
-- What a trip carries, and the calendar that was last written of it.
CREATE TABLE kits (
  id         INTEGER PRIMARY KEY,
  uuid       TEXT    NOT NULL UNIQUE,
  revision   INTEGER NOT NULL DEFAULT 1,
  parent     INTEGER NOT NULL UNIQUE REFERENCES trips (id) ON DELETE CASCADE,
  rank       INTEGER NOT NULL DEFAULT 0,
  body       TEXT    NOT NULL CHECK (json_valid(body)),
  created_at TEXT    NOT NULL,
  deleted_at TEXT,
  trip_id INTEGER GENERATED ALWAYS AS (parent) VIRTUAL,
  items TEXT GENERATED ALWAYS AS (body ->> '$.items') VIRTUAL,
  packed TEXT GENERATED ALWAYS AS (body ->> '$.packed') VIRTUAL
) STRICT;
CREATE TABLE calendars (
  id         INTEGER PRIMARY KEY,
  uuid       TEXT    NOT NULL UNIQUE,
  revision   INTEGER NOT NULL DEFAULT 1,
  parent     INTEGER NOT NULL UNIQUE REFERENCES trips (id) ON DELETE CASCADE,
  rank       INTEGER NOT NULL DEFAULT 0,
  body       TEXT    NOT NULL CHECK (json_valid(body)),
  created_at TEXT    NOT NULL,
  deleted_at TEXT,
  trip_id INTEGER GENERATED ALWAYS AS (parent) VIRTUAL
) STRICT;
-- What is done of a trip's lists.
CREATE TABLE ticks (
  trip_id INTEGER NOT NULL REFERENCES trips (id) ON DELETE CASCADE,
  list    TEXT    NOT NULL,
  line    TEXT    NOT NULL,
  PRIMARY KEY (trip_id, list, line)
) STRICT, WITHOUT ROWID;

INSERT INTO trips (id, uuid, revision, body, created_at, deleted_at)
  SELECT id, uuid, revision, json_object('name', name, 'people', people, 'starts_on', starts_on, 'supplies', json(supplies), 'archived', json(iif(archived_at IS NULL, 'false', 'true'))), created_at, deleted_at FROM old_trips;
INSERT INTO stops (id, uuid, revision, parent, rank, body, created_at, deleted_at)
  SELECT id, uuid, revision, trip_id, position, json_object('name', name, 'time_zone', time_zone, 'note', note, 'facts', json(facts), 'position', position, 'day', day, 'km', km, 'conditions', json(conditions)), created_at, deleted_at FROM old_stops;
INSERT INTO brews (id, uuid, revision, parent, body, created_at, deleted_at)
  SELECT id, uuid, revision, stop_id, json_object('name', name, 'at', at,
    'own', json((SELECT json_group_object(key, json(patch -> ('$."' || key || '"'))) FROM json_each(patch) WHERE key IN ('place', 'water', 'heat', 'vessel', 'calibration'))),
    'way', json((SELECT json_group_object(key, json(patch -> ('$."' || key || '"'))) FROM json_each(patch) WHERE key NOT IN ('place', 'water', 'heat', 'vessel', 'calibration'))),
    'plan', coalesce((SELECT uuid FROM old_plans p WHERE p.id = plan_id), '')), created_at, deleted_at FROM old_brews;
INSERT INTO plan_contents (uuid, body, created_at)
  SELECT hash, json_object('plan', json(plan), 'working', json(working)), strftime('%Y-%m-%dT%H:%M:%SZ', 'now') FROM old_plan_contents;
INSERT INTO plans (id, uuid, parent, body, created_at)
  SELECT p.id, p.uuid, p.brew_id, json_object('request', json(c.request), 'core_version', c.core_version, 'caffeine_mg', coalesce(c.plan ->> '$.caffeine_mg', 0), 'dose_g', coalesce(c.plan ->> '$.dose_g', 0), 'content', c.hash, 'digest', json(c.digest)), p.created_at
  FROM old_plans p JOIN old_plan_contents c ON c.hash = p.content;
INSERT INTO runs (uuid, revision, parent, rank, body, created_at)
  SELECT lower(hex(randomblob(16))), revision, brew_id, coalesce(unixepoch(updated_at), 0), json_set(state, '$.plan', (SELECT uuid FROM old_plans p WHERE p.id = plan_id), '$.plan_id', 0), updated_at FROM old_runs ORDER BY updated_at, brew_id;
INSERT INTO log_entries (id, uuid, revision, parent, rank, body, created_at, deleted_at)
  SELECT l.id, l.uuid, l.revision, l.brew_id, coalesce(unixepoch(l.brewed_at), 0), json_set(iif(l.coffee = '', l.body, json_set(l.body, '$.coffee', l.coffee)), '$.plan', p.uuid, '$.brewed_at', l.brewed_at), l.created_at, l.deleted_at
  FROM old_log_entries l JOIN old_plans p ON p.id = l.plan_id;
INSERT INTO coffees (id, uuid, revision, body, created_at, deleted_at) SELECT id, uuid, revision, body, created_at, deleted_at FROM old_coffees;
INSERT INTO recipes (id, uuid, revision, body, created_at, deleted_at) SELECT id, uuid, revision, body, created_at, deleted_at FROM old_recipes;
INSERT INTO gear (id, uuid, revision, body, created_at, deleted_at) SELECT id, uuid, revision, item, created_at, deleted_at FROM old_gear;
INSERT INTO blinds (id, uuid, revision, body, created_at, deleted_at)
  SELECT id, uuid, revision, json_set(body, '$.a', (SELECT uuid FROM old_brews b WHERE b.id = body ->> '$.a'), '$.b', (SELECT uuid FROM old_brews b WHERE b.id = body ->> '$.b')), created_at, deleted_at FROM old_blinds;
INSERT INTO kits (uuid, revision, parent, body, created_at)
  SELECT lower(hex(randomblob(16))), kit_revision, id, json_object('wishes', json(coalesce(json_remove(kit -> '$.wishes', '$.must', '$.without'), '{}')),
    'must', json((SELECT json_group_array(g.uuid ORDER BY e.key) FROM json_each(kit, '$.wishes.must') e JOIN old_gear g ON g.id = e.value)),
    'without', json((SELECT json_group_array(g.uuid ORDER BY e.key) FROM json_each(kit, '$.wishes.without') e JOIN old_gear g ON g.id = e.value)),
    'items', json((SELECT json_group_array(g.uuid ORDER BY e.key) FROM json_each(kit, '$.items') e JOIN old_gear g ON g.id = e.value)),
    'packed', json(coalesce(kit -> '$.packed', '[]')),
    'lost', json((SELECT json_group_array(json_object('item', g.uuid, 'stop', s.uuid) ORDER BY e.key) FROM json_each(kit, '$.lost') e JOIN old_gear g ON g.id = e.value ->> '$.item' JOIN old_stops s ON s.id = e.value ->> '$.stop'))), created_at
  FROM old_trips WHERE kit_revision > 1 OR kit <> '{}';
INSERT INTO calendars (uuid, parent, body, created_at) SELECT lower(hex(randomblob(16))), id, calendar, created_at FROM old_trips WHERE calendar <> '[]';
INSERT INTO ticks (trip_id, list, line) SELECT trip_id, list, line FROM old_ticks;

DROP TABLE old_log_entries;
DROP TABLE old_runs;
DROP TABLE old_ticks;
DROP TABLE old_brews;
DROP TABLE old_plans;
DROP TABLE old_stops;
DROP TABLE old_trips;
DROP TABLE old_coffees;
DROP TABLE old_recipes;
DROP TABLE old_gear;
DROP TABLE old_blinds;
DROP TABLE old_plan_contents;

-- +goose Down
SELECT 1 / 0 AS "a database of this schema cannot be taken back: the copy that was kept before it can";
