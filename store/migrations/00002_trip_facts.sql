-- +goose Up
ALTER TABLE trips ADD COLUMN supplies TEXT NOT NULL DEFAULT '{}';  -- what is carried
ALTER TABLE trips ADD COLUMN archived_at TEXT;                     -- UTC; out of the way, not deleted
ALTER TABLE stops ADD COLUMN facts TEXT NOT NULL DEFAULT '{}';     -- nights, coordinates, water, what is allowed and sold

-- +goose Down
ALTER TABLE stops DROP COLUMN facts;
ALTER TABLE trips DROP COLUMN archived_at;
ALTER TABLE trips DROP COLUMN supplies;
