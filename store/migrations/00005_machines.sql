-- +goose Up
-- A job has one or more machines. What lies here in the first form of the document
-- stays as it was stored, and is lifted where it is read; it is found by both.
alter table job drop column finder;
alter table job add column finder text generated always as (
    lower(coalesce(document ->> 'name', '') || ' ' || coalesce(document -> 'load' ->> 'does', '') || ' ' ||
          coalesce(document -> 'plate' ->> 'power', '') || ' ' || coalesce(document -> 'plate' ->> 'volts', '') || ' ' ||
          coalesce(document -> 'plate' ->> 'amps', '') || ' ' || coalesce(document -> 'plate' ->> 'rpm', '') || ' ' ||
          coalesce(document -> 'plate' ->> 'frame', '') || ' ' ||
          jsonb_path_query_array(document, '$.machines[*].name')::text || ' ' ||
          jsonb_path_query_array(document, '$.machines[*].load.does')::text || ' ' ||
          jsonb_path_query_array(document, '$.machines[*].plate.power')::text || ' ' ||
          jsonb_path_query_array(document, '$.machines[*].plate.volts')::text || ' ' ||
          jsonb_path_query_array(document, '$.machines[*].plate.amps')::text || ' ' ||
          jsonb_path_query_array(document, '$.machines[*].plate.rpm')::text || ' ' ||
          jsonb_path_query_array(document, '$.machines[*].plate.frame')::text)) stored;

-- A change of the first form that is sent again in the present one has another
-- fingerprint; what may still be on its way is taken by its id alone.
update job_revision set asked = '' where asked <> '' and at > now() - interval '30 days';
update creation set asked = '' where asked <> '';

-- +goose Down
alter table job drop column finder;
alter table job add column finder text generated always as (
    lower(coalesce(document ->> 'name', '') || ' ' || coalesce(document -> 'load' ->> 'does', '') || ' ' ||
          coalesce(document -> 'plate' ->> 'power', '') || ' ' || coalesce(document -> 'plate' ->> 'volts', '') || ' ' || coalesce(document -> 'plate' ->> 'amps', '') || ' ' ||
          coalesce(document -> 'plate' ->> 'rpm', '') || ' ' || coalesce(document -> 'plate' ->> 'frame', ''))) stored;
