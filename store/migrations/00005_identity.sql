-- +goose Up
-- Every record has an identity of its own besides its row's number, and a revision
-- that grows with each change; the database has an identity too. The identities of
-- rows that were there before are given by the program (migrate.go).
CREATE TABLE meta (
  key   TEXT PRIMARY KEY,
  value TEXT NOT NULL
) STRICT;
ALTER TABLE trips       ADD COLUMN uuid TEXT NOT NULL DEFAULT '';
ALTER TABLE trips       ADD COLUMN revision INTEGER NOT NULL DEFAULT 1;
ALTER TABLE trips       ADD COLUMN kit_revision INTEGER NOT NULL DEFAULT 1;
ALTER TABLE stops       ADD COLUMN uuid TEXT NOT NULL DEFAULT '';
ALTER TABLE stops       ADD COLUMN revision INTEGER NOT NULL DEFAULT 1;
ALTER TABLE brews       ADD COLUMN uuid TEXT NOT NULL DEFAULT '';
ALTER TABLE plans       ADD COLUMN uuid TEXT NOT NULL DEFAULT '';
ALTER TABLE log_entries ADD COLUMN uuid TEXT NOT NULL DEFAULT '';
ALTER TABLE log_entries ADD COLUMN revision INTEGER NOT NULL DEFAULT 1;
ALTER TABLE gear        ADD COLUMN uuid TEXT NOT NULL DEFAULT '';
ALTER TABLE gear        ADD COLUMN revision INTEGER NOT NULL DEFAULT 1;
ALTER TABLE runs        ADD COLUMN revision INTEGER NOT NULL DEFAULT 1;

-- +goose Down
ALTER TABLE runs DROP COLUMN revision;
ALTER TABLE gear DROP COLUMN revision;
ALTER TABLE gear DROP COLUMN uuid;
ALTER TABLE log_entries DROP COLUMN revision;
ALTER TABLE log_entries DROP COLUMN uuid;
ALTER TABLE plans DROP COLUMN uuid;
ALTER TABLE brews DROP COLUMN uuid;
ALTER TABLE stops DROP COLUMN revision;
ALTER TABLE stops DROP COLUMN uuid;
ALTER TABLE trips DROP COLUMN kit_revision;
ALTER TABLE trips DROP COLUMN revision;
ALTER TABLE trips DROP COLUMN uuid;
DROP TABLE meta;
