-- +goose Up
create table workshop (
    id         uuid primary key default gen_random_uuid(),
    demo_key   text unique,
    settings   jsonb not null,
    revision   integer not null default 1,
    created_at timestamptz not null default clock_timestamp()
);

create table job (
    id          uuid primary key default gen_random_uuid(),
    workshop_id uuid not null references workshop (id),
    demo_key    text,
    revision    integer not null default 1,
    document    jsonb not null,
    created_at  timestamptz not null default clock_timestamp(),
    updated_at  timestamptz not null default now(),
    deleted_at  timestamptz,
    unique (workshop_id, demo_key)
);

create index job_by_workshop on job (workshop_id) where deleted_at is null;

-- Every revision is kept as it was stored. change_id is the sender's own name
-- for the change: a repeat finds it here and is not stored twice.
create table job_revision (
    job_id    uuid not null references job (id),
    revision  integer not null,
    document  jsonb not null,
    change_id text not null,
    at        timestamptz not null default now(),
    primary key (job_id, revision)
);

create unique index job_revision_change on job_revision (job_id, change_id);

-- Creations are repeats too when a reply was lost.
create table creation (
    change_id text primary key,
    job_id    uuid not null references job (id)
);

create table note (
    key   text primary key,
    value text not null
);

-- +goose Down
drop table note;
drop table creation;
drop table job_revision;
drop table job;
drop table workshop;
