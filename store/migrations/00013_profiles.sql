-- +goose Up
-- What a workshop knows of drives and controllers that do not ship, each with its versions. A profile is kept as it
-- was typed, finished or not.
create table profile (
    id uuid primary key default gen_random_uuid(),
    workshop_id uuid not null references workshop (id) on delete cascade,
    kind text not null check (kind in ('drive', 'dc')),
    own_id text not null check (length(own_id) between 1 and 60), -- among the workshop's
    name text not null check (length(name) between 1 and 240),
    revision integer not null default 1 check (revision > 0),
    dropped_at timestamptz, -- machines that were planned on it carry it
    change_id text unique,
    created_at timestamptz not null default now(),
    unique (workshop_id, own_id)
);

create table profile_version (
    profile_id uuid not null references profile (id) on delete cascade,
    revision integer not null check (revision > 0),
    document text not null check (octet_length(document) <= 210000),
    who text not null default '',
    at timestamptz not null default now(),
    primary key (profile_id, revision)
);

alter table profile enable row level security;
alter table profile_version enable row level security;
create policy reach on profile to workbench_serving using ((select reach_is('whole'))
    or workshop_id = any ((select reach_list('graybridge.workshops'))::uuid[]) or workshop_id = any ((select reach_list('graybridge.parts'))::uuid[]));
create policy reach on profile_version to workbench_serving using ((select reach_is('whole')) or exists (select from profile p where p.id = profile_id));
grant select, insert, update, delete on profile, profile_version to workbench_serving;

-- +goose Down
drop table profile_version;
drop table profile;
