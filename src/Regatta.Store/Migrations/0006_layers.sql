-- A class has a matrix for each sail plan in each mode.
create table sail_plans (
  class_id bigint not null references boat_classes on delete cascade,
  key text not null check (key ~ '^[a-z0-9]+(-[a-z0-9]+)*$'),
  position int not null,
  name text not null check (name <> ''),
  primary key (class_id, key)
);

create table sailing_modes (
  class_id bigint not null references boat_classes on delete cascade,
  key text not null check (key ~ '^[a-z0-9]+(-[a-z0-9]+)*$'),
  position int not null,
  name text not null check (name <> ''),
  primary key (class_id, key)
);

insert into sail_plans select id, 'full', 0, 'full sail' from boat_classes;
insert into sailing_modes select id, 'upwind', 0, mode from boat_classes;
alter table boat_classes drop column mode;

alter table cell_edits drop constraint cell_edits_class_id_band_control_fkey;
alter table proposal_decisions drop constraint proposal_decisions_class_id_band_control_fkey;
alter table cells drop constraint cells_pkey;

do $$
declare
  t text;
begin
  foreach t in array array['cells', 'cell_edits', 'proposal_decisions'] loop
    execute format('alter table %I add column plan text not null default ''full'', add column mode text not null default ''upwind''', t);
    execute format('alter table %I alter column plan drop default, alter column mode drop default', t);
  end loop;
end $$;

alter table cells
  add primary key (class_id, plan, mode, band, control),
  add foreign key (class_id, plan) references sail_plans on delete cascade,
  add foreign key (class_id, mode) references sailing_modes on delete cascade;
alter table proposal_decisions add foreign key (class_id, plan, mode, band, control) references cells on delete cascade;
alter table session_logs add column plan text not null default 'full', add column mode text not null default 'upwind';
alter table session_logs alter column plan drop default, alter column mode drop default;

-- What somebody did in one go: one cell or a whole row. It is taken back, and done again, as one.
create table deeds (
  id bigint generated always as identity primary key,
  class_id bigint not null references boat_classes on delete cascade,
  done_by uuid not null references people,
  done_at timestamptz not null,
  what text not null,
  state text not null check (state in ('done', 'undone', 'dropped'))
);
create index deeds_by_class on deeds (class_id, done_by, state, id);

alter table cell_edits add column deed bigint references deeds on delete cascade;
insert into deeds (class_id, done_by, done_at, what, state)
  select class_id, edited_by, edited_at, 'one cell', case when undone then 'dropped' else 'done' end from cell_edits where not is_undo order by id;
-- Old edits were single: the n-th of a person is their n-th deed.
update cell_edits e set deed = d.id
  from (select id, row_number() over (order by id) as nth from cell_edits where not is_undo) x,
       (select id, row_number() over (order by id) as nth from deeds) d
  where x.id = e.id and d.nth = x.nth;
alter table cell_edits drop column undone, drop column is_undo;
alter table cell_edits add foreign key (class_id, plan, mode, band, control) references cells on delete cascade;
drop index cell_edits_by_class;
create index cell_edits_by_deed on cell_edits (deed);
create index cell_edits_by_cell on cell_edits (class_id, plan, mode, band, control, id);

do $$
declare
  t text;
begin
  foreach t in array array['sail_plans', 'sailing_modes'] loop
    execute format('create trigger revision_insert after insert on %I referencing new table as changed for each statement execute function raise_revision(''matrix'')', t);
    execute format('create trigger revision_update after update on %I referencing new table as changed for each statement execute function raise_revision(''matrix'')', t);
    execute format('create trigger revision_delete after delete on %I referencing old table as changed for each statement execute function raise_revision(''matrix'')', t);
  end loop;
end $$;

-- Two first writes of one cell at the same moment: the later takes all of its own back.
create function refuse_clash() returns bigint language plpgsql as $$
begin
  raise exception 'A cell was written meanwhile.' using errcode = 'RG409';
end $$;

-- Whoever has a matrix open hears that its class changed.
create or replace function raise_revision() returns trigger language plpgsql as $$
begin
  -- A write that inserts or updates wakes both triggers; one of them has nothing to tell.
  if not exists (select from changed) then
    return null;
  end if;
  if tg_argv[0] = 'log' then
    update boat_classes set log_revision = log_revision + 1 where id in (select class_id from changed);
  else
    update boat_classes set matrix_revision = matrix_revision + 1 where id in (select class_id from changed);
  end if;
  perform pg_notify('class_changed', class_id::text) from (select distinct class_id from changed) as c;
  return null;
end $$;
