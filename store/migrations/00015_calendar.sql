-- +goose Up
-- The events of a trip's calendar as they were last written (formats.Event): what is no
-- longer to be done is called off there, and what changed is known to be later.
ALTER TABLE trips ADD COLUMN calendar TEXT NOT NULL DEFAULT '[]';

-- +goose Down
ALTER TABLE trips DROP COLUMN calendar;
