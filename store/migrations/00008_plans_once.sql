-- +goose Up
-- A plan is kept once, by its content, with the version of the core that made it, and
-- is never changed. Workings are kept of a plan that another version made, or by which a
-- brew was made: today's core gives the others again. Rows that were there before are
-- moved by the program (migrate.go).
CREATE TABLE plan_contents (
  hash         TEXT PRIMARY KEY,  -- SHA-256 of version, request and plan
  core_version TEXT NOT NULL,
  request      TEXT NOT NULL,     -- as it was asked
  plan         TEXT NOT NULL,     -- without its workings
  working      TEXT               -- NULL where they are not kept
) STRICT;
ALTER TABLE plans ADD COLUMN content TEXT REFERENCES plan_contents (hash);

-- What is done of a trip's lists.
CREATE TABLE ticks (
  trip_id INTEGER NOT NULL REFERENCES trips (id) ON DELETE CASCADE,
  list    TEXT    NOT NULL,
  line    TEXT    NOT NULL,
  PRIMARY KEY (trip_id, list, line)
) STRICT, WITHOUT ROWID;

-- +goose Down
DROP TABLE ticks;
ALTER TABLE plans DROP COLUMN content;
DROP TABLE plan_contents;
