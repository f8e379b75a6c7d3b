-- +goose Up
alter table workshop add column people text[] not null default '{}';

-- content is the revision whose document stands now; undo and redo are the
-- contents to go back and forward to, the next one last.
alter table job
    add column archived_at timestamptz,
    add column content integer not null default 1,
    add column undo    integer[] not null default '{}',
    add column redo    integer[] not null default '{}';

-- content is the revision that first had this document: itself for an edit, an
-- earlier one for an undo.
alter table job_revision
    add column who     text not null default '',
    add column what    text not null default '',
    add column content integer not null default 0;

update job_revision set content = revision;
update job set content = revision;

-- +goose Down
alter table job_revision drop column who, drop column what, drop column content;
alter table job drop column archived_at, drop column content, drop column undo, drop column redo;
alter table workshop drop column people;
