-- +goose Up
-- Pictures of finished joints. Never changed: another picture is another row.
create table photo (
    id         uuid primary key default gen_random_uuid(),
    job_id     uuid not null references job (id) on delete cascade,
    media_type text not null check (media_type in ('image/jpeg', 'image/png')),
    picture    bytea not null,
    who        text not null default '',
    created_at timestamptz not null default now()
);
create index photo_job on photo (job_id);

-- +goose Down
drop table photo;
