-- +goose Up
-- Requests that are done once, however often they are sent (Idempotency-Key), for a day: with what
-- they were answered.
CREATE TABLE asked (
  key     TEXT    PRIMARY KEY,
  request TEXT    NOT NULL,            -- SHA-256 of what was asked
  status  INTEGER NOT NULL DEFAULT 0,  -- 0 until it was answered
  type    TEXT    NOT NULL DEFAULT '',
  body    BLOB,
  at      TEXT    NOT NULL
) STRICT, WITHOUT ROWID;

-- +goose Down
DROP TABLE asked;
