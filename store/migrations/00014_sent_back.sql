-- +goose Up

-- A reviewer may also send a machine back: not yet, because.
alter table remark drop constraint remark_kind_check;
alter table remark add constraint remark_kind_check check (kind in ('remark', 'approval', 'return'));

-- +goose Down
delete from remark where kind = 'return';
alter table remark drop constraint remark_kind_check;
alter table remark add constraint remark_kind_check check (kind in ('remark', 'approval'));
