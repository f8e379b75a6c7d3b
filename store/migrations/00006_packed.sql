-- +goose Up
-- A revision's document is packed by the program (store/pack.go); what was stored before
-- stays as it was, in document. photographs are the pictures that a revision names: they
-- are not to be purged, and what is packed cannot be asked.
alter table job_revision
    alter column document drop not null,
    add column packed      bytea,
    add column photographs uuid[] not null default '{}',
    add constraint job_revision_whole check (num_nonnulls(document, packed) = 1);

update job_revision r set photographs = named.ids
from (select q.job_id, q.revision, array_agg(q.photo::uuid) as ids
      from (select job_id, revision, jsonb_path_query(document, '$.machines[*].leads.photo') #>> '{}' as photo from job_revision
            union all
            select job_id, revision, document #>> '{leads,photo}' from job_revision) q
      where q.photo ~ '^[0-9a-fA-F]{8}(-[0-9a-fA-F]{4}){3}-[0-9a-fA-F]{12}$'
      group by q.job_id, q.revision) named
where r.job_id = named.job_id and r.revision = named.revision;

create index job_revision_photographs on job_revision using gin (photographs) where photographs <> '{}';

-- +goose Down
-- What is packed is read by the program alone: going back would lose it.
do $$ begin
    if exists (select 1 from job_revision where packed is not null) then
        raise exception 'revisions are packed: restore a backup taken before';
    end if;
end $$;
drop index job_revision_photographs;
alter table job_revision drop constraint job_revision_whole;
alter table job_revision drop column photographs, drop column packed, alter column document set not null;
