-- +goose Up
-- What is changed as one in the journal has changed (app.whole), and no release wrote the one
-- before; a journal that is empty is written anew from the records.
DELETE FROM journal;

-- +goose Down
DELETE FROM journal;
