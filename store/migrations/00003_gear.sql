-- +goose Up
CREATE TABLE gear (
  id         INTEGER PRIMARY KEY,
  item       TEXT NOT NULL,                -- gear.Item without its ID
  created_at TEXT NOT NULL,
  deleted_at TEXT
) STRICT;
ALTER TABLE trips ADD COLUMN kit TEXT NOT NULL DEFAULT '{}'; -- the kit chosen, what is packed, what was lost where

-- +goose Down
ALTER TABLE trips DROP COLUMN kit;
DROP TABLE gear;
