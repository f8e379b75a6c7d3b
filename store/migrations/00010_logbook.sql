-- +goose Up
-- The book of each machine: line is the entry as it was written and hashed, and the other columns
-- are what it is found by. Lines are only ever added: the serving role may not change or delete one.
create table log_entry (
    job_id   uuid not null references job (id) on delete cascade,
    machine  text not null,
    n        integer not null,
    id       text not null,
    kind     text not null,
    gate     text not null default '',
    counts   boolean not null default true,
    corrects integer not null default 0,
    ran      text not null default '',
    hours    double precision not null default 0,
    cost     double precision not null default 0,
    currency text not null default '',
    stood    boolean not null default false,
    revision integer not null,
    file     uuid,
    taken    timestamptz not null,
    line     text not null,
    asked    bytea not null,
    primary key (job_id, machine, n),
    unique (job_id, id)
);
create index log_gates on log_entry (job_id, machine, gate, n desc) where kind = 'gate' and counts;
create index log_readings on log_entry (job_id, machine, n desc) where kind = 'reading';
create index log_corrects on log_entry (job_id, machine, corrects) where corrects > 0;
create index log_files on log_entry (job_id, file) where file is not null;
create index log_revisions on log_entry (job_id, revision) where kind = 'gate' or stood;
create index log_ran on log_entry (job_id, machine, n desc) where ran = 'well' or gate = 'loaded' or stood;

-- Where each book ends, and what of it the Yard shows.
create table log_head (
    job_id   uuid not null references job (id) on delete cascade,
    machine  text not null,
    n        integer not null default 0,
    hash     text not null default '',
    revision integer not null default 0,
    stood_n  integer not null default 0,
    stays    text[] not null default '{}',
    look     date,
    look_for text not null default '',
    primary key (job_id, machine)
);

-- Recordings lie beside the pictures.
alter table photo drop constraint photo_media_type_check,
    add constraint photo_media_type_check check (media_type in ('image/jpeg', 'image/png', 'audio/wav'));

alter table log_entry enable row level security;
alter table log_head enable row level security;
create policy reach on log_entry to workbench_serving using ((select reach_is('whole')) or exists (select from job j where j.id = job_id));
create policy reach on log_head to workbench_serving using ((select reach_is('whole')) or exists (select from job j where j.id = job_id));
grant select, insert on log_entry to workbench_serving;
grant select, insert, update on log_head to workbench_serving;

-- +goose Down
drop table log_head, log_entry;
delete from photo where media_type = 'audio/wav';
alter table photo drop constraint photo_media_type_check,
    add constraint photo_media_type_check check (media_type in ('image/jpeg', 'image/png'));
