-- +goose Up
-- Trip 0 is no trip: the places where somebody brewed without one. It is never listed, and
-- a place that is put into a trip moves there with its brews and their log.
INSERT INTO trips (id, uuid, name, people, created_at) VALUES (0, '00000000-0000-4000-8000-000000000000', 'Places of no trip', 1, strftime('%Y-%m-%dT%H:%M:%SZ', 'now'));

-- +goose Down
DELETE FROM trips WHERE id = 0;
