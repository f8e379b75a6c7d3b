-- +goose Up
-- How many machines lie on each shelf of a workshop is counted off this index alone.
create index job_by_shelf on job (workshop_id, archived_at, deleted_at);

-- +goose Down
drop index job_by_shelf;
