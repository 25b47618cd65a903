-- +goose Up
-- Coffees in the bag and a person's own recipes, each as JSON. A deleted one stays, to be
-- read where it was used, and can be had back.
CREATE TABLE coffees (
  id         INTEGER PRIMARY KEY,
  uuid       TEXT    NOT NULL UNIQUE,
  revision   INTEGER NOT NULL DEFAULT 1,
  body       TEXT    NOT NULL,             -- app.CoffeeSet
  created_at TEXT    NOT NULL,
  deleted_at TEXT
) STRICT;
CREATE TABLE recipes (
  id         INTEGER PRIMARY KEY,
  uuid       TEXT    NOT NULL UNIQUE,
  revision   INTEGER NOT NULL DEFAULT 1,
  body       TEXT    NOT NULL,             -- recipe.Recipe
  created_at TEXT    NOT NULL,
  deleted_at TEXT
) STRICT;
-- Two brews compared blind, with the rounds so far.
CREATE TABLE blinds (
  id         INTEGER PRIMARY KEY,
  uuid       TEXT    NOT NULL UNIQUE,
  revision   INTEGER NOT NULL DEFAULT 1,
  body       TEXT    NOT NULL,             -- app.BlindSet
  created_at TEXT    NOT NULL,
  deleted_at TEXT
) STRICT;

-- What was not said of a taste is not there; what was, is in body, with what was had
-- otherwise than planned. The columns are what the list is sorted and counted by.
CREATE TABLE log_new (
  id         INTEGER PRIMARY KEY,
  uuid       TEXT    NOT NULL UNIQUE,
  revision   INTEGER NOT NULL DEFAULT 1,
  brew_id    INTEGER NOT NULL REFERENCES brews (id) ON DELETE CASCADE,
  plan_id    INTEGER NOT NULL REFERENCES plans (id),
  brewed_at  TEXT    NOT NULL,
  coffee     TEXT    NOT NULL DEFAULT '',  -- uuid of a coffee; empty where none was named
  body       TEXT    NOT NULL,             -- app.Noted
  created_at TEXT    NOT NULL,
  deleted_at TEXT
) STRICT;
INSERT INTO log_new (id, uuid, revision, brew_id, plan_id, brewed_at, body, created_at, deleted_at)
  SELECT id, uuid, revision, brew_id, plan_id, brewed_at,
    json_object('sour_bitter', sour_bitter, 'weak_strong', weak_strong, 'silt', sediment, 'mark', mark, 'words', words), created_at, deleted_at FROM log_entries;
DROP TABLE log_entries;
ALTER TABLE log_new RENAME TO log_entries;
CREATE INDEX log_of_brew ON log_entries (brew_id);
CREATE INDEX log_of_coffee ON log_entries (coffee) WHERE coffee <> '';

-- +goose Down
CREATE TABLE log_old (
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
  deleted_at  TEXT,
  uuid        TEXT    NOT NULL DEFAULT '',
  revision    INTEGER NOT NULL DEFAULT 1
) STRICT;
INSERT INTO log_old SELECT id, brew_id, plan_id, brewed_at, CAST(round(coalesce(body ->> '$.sour_bitter', 0)) AS INTEGER), CAST(round(coalesce(body ->> '$.weak_strong', 0)) AS INTEGER),
  CAST(round(coalesce(body ->> '$.silt', 0)) AS INTEGER), CAST(round(coalesce(body ->> '$.mark', 5)) AS INTEGER), coalesce(body ->> '$.words', ''), created_at, deleted_at, uuid, revision FROM log_entries;
DROP TABLE log_entries;
ALTER TABLE log_old RENAME TO log_entries;
CREATE INDEX log_of_brew ON log_entries (brew_id);
DROP TABLE blinds;
DROP TABLE recipes;
DROP TABLE coffees;
