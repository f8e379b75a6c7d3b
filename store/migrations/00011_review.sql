-- +goose Up
-- What was approved, as it was printed then: it stays what it was, whatever a later program
-- would print of the same revision.
alter table remark add column sheet bytea;

-- +goose Down
alter table remark drop column sheet;
