-- +goose Up
-- What lies in a workshop's drawers, and what machines have taken of it: reserved until it is
-- fitted, which counts it down.
create table stock (
    id uuid primary key default gen_random_uuid(),
    workshop_id uuid not null references workshop (id) on delete cascade,
    kind text not null check (length(kind) between 1 and 40),
    what text not null check (length(what) between 1 and 480),
    count integer not null check (count between 0 and 100000),
    price text not null default '' check (length(price) <= 320),
    shop text not null default '' check (length(shop) <= 320),
    place text not null default '' check (length(place) <= 320),
    change_id text unique,
    created_at timestamptz not null default now()
);
create index stock_of_workshop on stock (workshop_id, kind, what);

create table taken (
    stock_id uuid not null references stock (id) on delete cascade,
    job_id uuid not null references job (id) on delete cascade,
    machine text not null check (length(machine) between 1 and 60),
    part text not null check (length(part) between 1 and 60),
    count integer not null check (count between 1 and 100000),
    fitted_at timestamptz,
    who text not null default '',
    at timestamptz not null default now(),
    primary key (stock_id, job_id, machine, part)
);
create index taken_by_job on taken (job_id);

-- The stores of a workshop as one of its jobs may take them; null where nothing lies in them.
-- +goose StatementBegin
create function stores_for(workshop uuid, job uuid) returns jsonb language sql stable as $$
    select jsonb_agg(jsonb_strip_nulls(jsonb_build_object('id', s.id, 'kind', s.kind, 'what', s.what,
            'count', s.count, 'price', nullif(s.price, ''), 'shop', nullif(s.shop, ''), 'place', nullif(s.place, ''),
            'free', s.count - coalesce(t.others, 0), 'taken', t.own)) order by s.kind, s.what, s.id)
    from stock s left join lateral (
        select sum(k.count) filter (where k.job_id <> job and k.fitted_at is null) as others,
            jsonb_agg(jsonb_build_object('machine', k.machine, 'part', k.part, 'count', k.count,
                'fitted', k.fitted_at is not null) order by k.machine, k.part) filter (where k.job_id = job) as own
        from taken k where k.stock_id = s.id) t on true
    where s.workshop_id = workshop
$$;
-- +goose StatementEnd

-- +goose Down
drop function stores_for;
drop table taken;
drop table stock;
