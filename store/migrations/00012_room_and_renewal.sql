-- +goose Up

-- What pictures take of a workshop, and of an account in a day, also of what is beyond the sender's
-- reach. It tells two sums and nothing else.
-- +goose StatementBegin
create function photo_room(of_workshop uuid, of_account uuid, out kept bigint, out sent bigint)
language sql stable security definer set search_path = public as $$
    select (select coalesce(sum(octet_length(p.picture)), 0) from job j join photo p on p.job_id = j.id
            where j.workshop_id = of_workshop),
        (select coalesce(sum(octet_length(picture)), 0) from photo
            where account_id = of_account and created_at > now() - interval '1 day');
$$;
-- +goose StatementEnd
revoke execute on function photo_room from public;
grant execute on function photo_room to workbench_serving;

-- A code that an owner gives for somebody lets a forgotten password be chosen anew, by the device that
-- it let in and for a while; one's own pairing does not.
alter table invitation add column renews boolean not null default false;
alter table device add column renews_until timestamptz;

-- +goose Down
alter table device drop column renews_until;
alter table invitation drop column renews;
drop function photo_room;
