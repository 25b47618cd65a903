-- +goose Up
-- What two places that change the same records apart from each other come together by
-- (app/journal): events, written when something is taken along or brought back.
CREATE TABLE journal (
  seq   INTEGER PRIMARY KEY,
  id    TEXT NOT NULL UNIQUE,
  event TEXT NOT NULL             -- journal.Event
) STRICT;
-- Devices that may ask from beyond this machine, each with the hash of its token.
CREATE TABLE devices (
  id         INTEGER PRIMARY KEY,
  name       TEXT NOT NULL,
  token      TEXT NOT NULL UNIQUE,  -- SHA-256, hexadecimal
  created_at TEXT NOT NULL,
  seen_at    TEXT NOT NULL,
  revoked_at TEXT
) STRICT;

-- +goose Down
DROP TABLE devices;
DROP TABLE journal;
