-- +goose Up
-- Who may work here once the server is shared. An account is one person, or a guest's link;
-- it is never deleted while something in a history is signed by it.
create table account (
    id         uuid primary key default gen_random_uuid(),
    name       text not null check (length(name) between 1 and 60),
    password   text not null default '',
    keeper     boolean not null default false,
    guest      boolean not null default false,
    created_at timestamptz not null default now(),
    left_at    timestamptz
);
create unique index account_name on account (lower(name)) where left_at is null and not guest;

-- A role a workshop. part: only the machines that were given.
create table membership (
    workshop_id uuid not null references workshop (id) on delete cascade,
    account_id  uuid not null references account (id),
    role        text not null check (role in ('owner', 'maker', 'helper', 'reviewer', 'guest')),
    part        boolean not null default false,
    until       timestamptz,
    created_at  timestamptz not null default now(),
    primary key (workshop_id, account_id)
);
create index membership_of on membership (account_id);

create table given (
    job_id     uuid not null references job (id) on delete cascade,
    account_id uuid not null references account (id),
    primary key (job_id, account_id)
);
create index given_to on given (account_id);

-- A browser or a phone through which an account works. The session that it holds is found by
-- the hash of its token alone.
create table device (
    id         uuid primary key default gen_random_uuid(),
    account_id uuid not null references account (id),
    name       text not null,
    created_at timestamptz not null default now(),
    seen_at    timestamptz not null default now(),
    ended_at   timestamptz
);
create index device_of on device (account_id) where ended_at is null;
create table sessions (token text primary key, data bytea not null, expiry timestamptz not null);
create index sessions_expiry on sessions (expiry);

-- Codes that let somebody in: a pairing code once, a guest's link until its day.
create table invitation (
    code       bytea primary key,
    account_id uuid not null references account (id) on delete cascade,
    until      timestamptz not null,
    uses       integer not null,
    created_at timestamptz not null default now()
);

-- Wrong tries of a name and of an address.
create table attempt (
    what  text primary key,
    wrong integer not null,
    next  timestamptz not null
);
create index attempt_next on attempt (next);

-- Signed by whom; what was stored before carries a typed name alone.
alter table job_revision add column account_id uuid references account (id), add column label text not null default '';
alter table photo add column account_id uuid references account (id);
create index photo_by_account on photo (account_id, created_at) where account_id is not null;
alter table taken add column account_id uuid references account (id);

-- What a shelf is counted by holds what its rows are judged by, too.
drop index job_by_shelf;
create index job_by_shelf on job (workshop_id, archived_at, deleted_at) include (id);

-- What the nights look for: what is old, and what lies in the bin.
create index job_revision_at on job_revision using brin (at);
create index job_binned on job (deleted_at) where deleted_at is not null;

-- Words of people beside a machine, and approvals of it as it stood at a revision.
create table remark (
    id         uuid primary key default gen_random_uuid(),
    job_id     uuid not null references job (id) on delete cascade,
    revision   integer not null,
    kind       text not null check (kind in ('remark', 'approval')),
    bay        text not null default '',
    words      text not null check (length(words) <= 2000),
    who        text not null,
    account_id uuid references account (id),
    change_id  text unique,
    at         timestamptz not null default now(),
    settled_at timestamptz,
    settled_by text not null default ''
);
create index remark_of on remark (job_id, at);

-- Whether the server is open to a shop, and by what; the root that its phones trust.
create table sharing (
    one       boolean primary key default true check (one),
    addresses text[] not null default '{}',
    open      boolean not null default false
);
create table authority (
    one         boolean primary key default true check (one),
    names       text[] not null,
    certificate bytea not null,
    private_key bytea not null
);
create table backup_taken (
    at   timestamptz primary key default now(),
    file text not null default '',
    rows integer not null default 0,
    trouble text not null default ''
);

-- The serving role owns nothing and sees what a request may reach. That is said in settings
-- of its connection: whole (one person on one computer), door (who comes in), else the
-- workshops and machines by name. Without a word it reaches nothing.
-- +goose StatementBegin
do $$ begin
    if not exists (select 1 from pg_roles where rolname = 'workbench_serving') then
        create role workbench_serving nologin;
        execute format('grant workbench_serving to %I', current_user);
    end if;
end $$;
-- +goose StatementEnd
create function reach_is(how text) returns boolean language sql stable as
    $$ select coalesce(current_setting('graybridge.reach', true), '') = how $$;
create function reach_list(name text) returns uuid[] language sql stable as
    $$ select coalesce(string_to_array(nullif(current_setting(name, true), ''), ',')::uuid[], '{}') $$;


-- Who calls by a device, what is his in every workshop, and in which workshop lies what he
-- asks about. It sees more than the caller may, and tells no more than that.
-- +goose StatementBegin
create function caller(by_device uuid, at_job uuid, at_stock uuid)
returns table (account uuid, name text, keeper boolean, guest boolean, stale boolean, place uuid,
    workshops uuid[], roles text[], parts boolean[], jobs uuid[])
language plpgsql stable security definer set search_path = public as $$ -- plpgsql keeps its plans
#variable_conflict use_column
begin
    select a.id, a.name, a.keeper, a.guest, d.seen_at < now() - interval '10 minutes' into account, name, keeper, guest, stale
    from device d join account a on a.id = d.account_id
    where d.id = by_device and d.ended_at is null and a.left_at is null;
    if not found then
        return;
    end if;
    if at_job is not null then
        select j.workshop_id into place from job j where j.id = at_job;
    elsif at_stock is not null then
        select s.workshop_id into place from stock s where s.id = at_stock;
    end if;
    select coalesce(array_agg(m.workshop_id), '{}'), coalesce(array_agg(m.role), '{}'), coalesce(array_agg(m.part), '{}')
        into workshops, roles, parts
    from (select m.workshop_id, m.role, m.part from membership m
        where m.account_id = caller.account and (m.until is null or m.until > now()) order by m.workshop_id) m;
    jobs := '{}';
    if true = any (parts) then
        select coalesce(array_agg(g.job_id order by g.job_id), '{}') into jobs from given g join job j on j.id = g.job_id
            join membership m on m.workshop_id = j.workshop_id and m.account_id = g.account_id and m.part
                and (m.until is null or m.until > now())
        where g.account_id = caller.account;
    end if;
    return next;
end
$$;
-- +goose StatementEnd
revoke execute on function caller from public;
grant execute on function caller to workbench_serving;

alter table workshop enable row level security;
alter table workshop_creation enable row level security;
alter table job enable row level security;
alter table job_revision enable row level security;
alter table creation enable row level security;
alter table photo enable row level security;
alter table stock enable row level security;
alter table taken enable row level security;
alter table account enable row level security;
alter table membership enable row level security;
alter table given enable row level security;
alter table device enable row level security;
alter table invitation enable row level security;
alter table attempt enable row level security;
alter table remark enable row level security;

create policy reach on workshop to workbench_serving using ((select reach_is('whole'))
    or id = any ((select reach_list('graybridge.workshops'))::uuid[]) or id = any ((select reach_list('graybridge.parts'))::uuid[]));
create policy reach on workshop_creation to workbench_serving using (exists (select from workshop w where w.id = workshop_id));
create policy reach on job to workbench_serving using ((select reach_is('whole'))
    or workshop_id = any ((select reach_list('graybridge.workshops'))::uuid[]) or id = any ((select reach_list('graybridge.jobs'))::uuid[]));
create policy reach on job_revision to workbench_serving using ((select reach_is('whole')) or exists (select from job j where j.id = job_id));
create policy reach on creation to workbench_serving using ((select reach_is('whole')) or exists (select from job j where j.id = job_id));
create policy reach on photo to workbench_serving using ((select reach_is('whole')) or exists (select from job j where j.id = job_id));
create policy reach on stock to workbench_serving using ((select reach_is('whole'))
    or workshop_id = any ((select reach_list('graybridge.workshops'))::uuid[]) or workshop_id = any ((select reach_list('graybridge.parts'))::uuid[]));
create policy reach on taken to workbench_serving using ((select reach_is('whole')) or exists (select from stock k where k.id = stock_id));
create policy reach on membership to workbench_serving using ((select reach_is('whole')) or (select reach_is('door'))
    or workshop_id = any ((select reach_list('graybridge.workshops'))::uuid[]));
create policy reach on account to workbench_serving using ((select reach_is('whole')) or (select reach_is('door'))
    or exists (select from membership m where m.account_id = id));
create policy reach on given to workbench_serving using ((select reach_is('whole')) or (select reach_is('door'))
    or exists (select from job j where j.id = job_id));
create policy reach on device to workbench_serving using ((select reach_is('whole')) or (select reach_is('door')));
create policy reach on invitation to workbench_serving using ((select reach_is('whole')) or (select reach_is('door')));
create policy reach on attempt to workbench_serving using ((select reach_is('door')));
create policy reach on remark to workbench_serving using ((select reach_is('whole')) or exists (select from job j where j.id = job_id));

grant usage on schema public to workbench_serving;
grant select, insert, update, delete on workshop, workshop_creation, job, job_revision, creation, photo, stock, taken,
    account, membership, given, device, sessions, invitation, attempt, remark to workbench_serving;

-- +goose Down
drop index job_by_shelf;
create index job_by_shelf on job (workshop_id, archived_at, deleted_at);
drop index job_binned;
drop index job_revision_at;
drop policy reach on workshop;
drop policy reach on workshop_creation;
drop policy reach on job;
drop policy reach on job_revision;
drop policy reach on creation;
drop policy reach on photo;
drop policy reach on stock;
drop policy reach on taken;
alter table workshop disable row level security;
alter table workshop_creation disable row level security;
alter table job disable row level security;
alter table job_revision disable row level security, drop column account_id, drop column label;
alter table creation disable row level security;
drop index photo_by_account;
alter table photo disable row level security, drop column account_id;
alter table stock disable row level security;
alter table taken disable row level security, drop column account_id;
drop function caller;
drop table backup_taken, authority, sharing, remark, attempt, invitation, sessions, device, given, membership, account;
drop function reach_is;
drop function reach_list;
revoke all on all tables in schema public from workbench_serving;
revoke usage on schema public from workbench_serving;
