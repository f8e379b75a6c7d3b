-- +goose Up
-- asked is a fingerprint of what a change asked for: its id with another body is
-- no repeat and is refused. Changes stored before have none.
alter table job_revision add column asked bytea not null default '';
alter table creation add column asked bytea not null default '';

-- Workshops have a bin too, and their creations are repeats when a reply was lost.
alter table workshop add column deleted_at timestamptz;
create table workshop_creation (
    change_id   text primary key,
    workshop_id uuid not null references workshop (id) on delete cascade,
    asked       bytea not null
);

-- What a machine is found by.
alter table job add column finder text generated always as (
    lower(coalesce(document ->> 'name', '') || ' ' || coalesce(document -> 'load' ->> 'does', '') || ' ' ||
          coalesce(document -> 'plate' ->> 'power', '') || ' ' || coalesce(document -> 'plate' ->> 'volts', '') || ' ' || coalesce(document -> 'plate' ->> 'amps', '') || ' ' ||
          coalesce(document -> 'plate' ->> 'rpm', '') || ' ' || coalesce(document -> 'plate' ->> 'frame', ''))) stored;

-- The Yard reads a page of a workshop in this order.
drop index job_by_workshop;
create index job_by_workshop on job (workshop_id, created_at, id);

-- A photograph keeps its id where its job is copied.
alter table photo drop constraint photo_pkey, add primary key (job_id, id);
drop index photo_job;

-- +goose Down
create index photo_job on photo (job_id);
alter table photo drop constraint photo_pkey, add primary key (id);
drop index job_by_workshop;
create index job_by_workshop on job (workshop_id) where deleted_at is null;
alter table job drop column finder;
drop table workshop_creation;
alter table workshop drop column deleted_at;
alter table creation drop column asked;
alter table job_revision drop column asked;
