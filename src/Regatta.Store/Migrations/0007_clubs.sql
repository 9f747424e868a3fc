-- Many clubs in one installation, and a class as one guarded, versioned document.
-- Every table of a club's begins its primary key with club_id, and every foreign key carries it: no row can point into another club.

create table installation (
  only_one boolean primary key default true check (only_one),
  epoch uuid not null default gen_random_uuid()
);
insert into installation default values;

-- The keys that sign cookies and calendar addresses, the same for every instance.
create table data_protection_keys (
  name text primary key,
  xml text not null
);

create table clubs (
  id bigint generated always as identity primary key,
  key text not null unique check (key ~ '^[a-z0-9]+(-[a-z0-9]+)*$'),
  name text not null,
  time_zone text not null,
  is_demo boolean not null default false,
  founded_at timestamptz not null default now()
);

insert into clubs (key, name, time_zone, is_demo)
select coalesce(nullif(trim(both '-' from lower(regexp_replace(name, '[^a-zA-Z0-9]+', '-', 'g'))), ''), 'club'), name, time_zone, is_demo from club;
-- A start that died before the club had its name leaves classes of nobody; they are kept.
insert into clubs (key, name, time_zone)
select 'club', 'Club', 'UTC' where not exists (select from clubs) and exists (select from boat_classes);
drop table club;

create table memberships (
  club_id bigint not null references clubs on delete cascade,
  person_id uuid not null references people on delete cascade,
  roles text[] not null check (roles <@ array['coordinator', 'captain', 'sailor']),
  joined_at timestamptz not null default now(),
  primary key (club_id, person_id)
);
create index memberships_by_person on memberships (person_id);
insert into memberships (club_id, person_id, roles)
select c.id, p.id, array(select r.role from person_roles r where r.person_id = p.id order by r.role) from clubs c cross join people p;
drop table person_roles;

-- A one-time code that founds a further club where the installation asks for one.
create table founding_codes (
  hash bytea primary key,
  made_by uuid references people on delete set null,
  made_at timestamptz not null,
  used_at timestamptz
);

-- Triggers and constraints that stand in the way of the new keys; all come back below.
do $$
declare
  t record;
begin
  for t in select c.relname, g.tgname from pg_trigger g join pg_class c on c.oid = g.tgrelid where not g.tgisinternal and c.relnamespace = 'public'::regnamespace loop
    execute format('drop trigger %I on %I', t.tgname, t.relname);
  end loop;
  for t in select c.relname, k.conname from pg_constraint k join pg_class c on c.oid = k.conrelid
    where k.contype = 'f' and c.relnamespace = 'public'::regnamespace and c.relname not in ('memberships', 'body_measures', 'founding_codes') loop
    execute format('alter table %I drop constraint %I', t.relname, t.conname);
  end loop;
  for t in select c.relname, k.conname from pg_constraint k join pg_class c on c.oid = k.conrelid
    where k.contype in ('p', 'u') and c.relnamespace = 'public'::regnamespace
      and c.relname in ('boat_classes', 'class_captains', 'cells', 'cell_edits', 'deeds', 'matrix_versions', 'share_links', 'session_logs', 'log_marks', 'log_tracks',
                        'proposal_decisions', 'boats', 'measured_pairs', 'crew_masses', 'outings', 'outing_classes', 'wind_samples', 'wind_blocks')
      and not (c.relname = 'share_links' and k.contype = 'u') loop
    execute format('alter table %I drop constraint %I cascade', t.relname, t.conname);
  end loop;
end $$;
drop function raise_revision();
drop index boats_by_name;

-- Schema 1 of a stored definition: what the tables said until now, as one document.
create function control_documents(one bigint, are_retired boolean) returns jsonb language sql as
  $$ select coalesce(jsonb_agg(definition order by position), '[]') from controls where class_id = one and retired = are_retired $$;
create function last_band(one bigint) returns int language sql as
  $$ select greatest(
       (select max(number) from bands where class_id = one),
       (select max(band) from cell_edits where class_id = one),
       (select max(band) from proposal_decisions where class_id = one),
       (select max((b->>'id')::int) from matrix_versions v, jsonb_array_elements(v.content->'bands') b where v.class_id = one)) $$;

alter table boat_classes add column schema int, add column definition jsonb, add column revision bigint not null default 1, add column structure bigint not null default 1;
update boat_classes c set schema = 1, definition = jsonb_build_object(
  'name', c.name, 'family', c.family, 'about', c.about,
  'helm', jsonb_build_object('targetDegrees', c.helm_target, 'toleranceDegrees', c.helm_tolerance, 'referenceWind', c.reference_wind, 'perHeelDegree', c.helm_per_heel),
  'cautions', to_jsonb(c.cautions), 'checks', to_jsonb(c.checks), 'windHeight', c.wind_height, 'crew', c.crew,
  'bands', (select coalesce(jsonb_agg(jsonb_build_object('id', b.number, 'name', b.name, 'from', b.low, 'to', b.high) order by b.low), '[]') from bands b where b.class_id = c.id),
  'controls', control_documents(c.id, false), 'retired', control_documents(c.id, true),
  'plans', (select jsonb_agg(jsonb_build_object('key', s.key, 'name', s.name) order by s.position) from sail_plans s where s.class_id = c.id),
  'modes', (select jsonb_agg(jsonb_build_object('key', m.key, 'name', m.name) order by m.position) from sailing_modes m where m.class_id = c.id),
  'lastBand', last_band(c.id));

-- A version keeps what its class said when this ran, for what was not frozen then; its bands, controls, plans, modes and cells are its own.
alter table matrix_versions add column schema int, add column definition jsonb, add column cells jsonb;
update matrix_versions v set schema = 1, cells = v.content->'cells',
  definition = c.definition || (v.content - 'cells')
    || case when v.content ? 'plans' then '{}' else '{"plans": [{"key": "full", "name": "full sail"}]}'::jsonb end
    || case when v.content ? 'modes' then '{}' else '{"modes": [{"key": "upwind", "name": "upwind"}]}'::jsonb end
    || jsonb_build_object('retired', (
         select coalesce(jsonb_agg(k.definition order by k.position), '[]') from controls k
         where k.class_id = v.class_id and not exists (select from jsonb_array_elements(v.content->'controls') own where own->>'key' = k.key)))
  from boat_classes c where c.id = v.class_id;
drop function control_documents(bigint, boolean);
drop function last_band(bigint);
drop table controls, bands, sail_plans, sailing_modes;

alter table boat_classes rename to classes;
alter table classes alter column schema set not null, alter column definition set not null,
  drop column name, drop column family, drop column about, drop column helm_target, drop column helm_tolerance, drop column reference_wind,
  drop column helm_per_heel, drop column cautions, drop column checks, drop column wind_height, drop column crew;
alter table matrix_versions rename to versions;
alter table versions alter column schema set not null, alter column definition set not null, alter column cells set not null, drop column content;
alter table deeds rename to class_edits;
alter table class_edits add column before jsonb, add column after jsonb, add column revision bigint;
alter table cell_edits rename column deed to edit_id;
alter table session_logs add column removed_at timestamptz;

do $$
declare
  t text;
begin
  foreach t in array array['classes', 'class_captains', 'cells', 'cell_edits', 'class_edits', 'versions', 'share_links', 'session_logs', 'log_marks', 'log_tracks',
                           'proposal_decisions', 'boats', 'measured_pairs', 'crew_masses', 'outings', 'outing_classes', 'wind_samples', 'wind_blocks'] loop
    execute format('alter table %I add column club_id bigint', t);
    execute format('update %I set club_id = (select min(id) from clubs)', t);
    execute format('alter table %I alter column club_id set not null', t);
  end loop;
end $$;

alter table classes add primary key (club_id, id), add unique (club_id, key), add foreign key (club_id) references clubs on delete cascade;
alter table class_captains add primary key (club_id, class_id, person_id),
  add foreign key (club_id, class_id) references classes on delete cascade, add foreign key (club_id, person_id) references memberships on delete cascade;
alter table class_edits add primary key (club_id, id),
  add foreign key (club_id, class_id) references classes on delete cascade, add foreign key (done_by) references people;
alter table cells add primary key (club_id, class_id, plan, mode, band, control),
  add foreign key (club_id, class_id) references classes on delete cascade, add foreign key (edited_by) references people;
alter table cell_edits add primary key (club_id, id),
  add foreign key (club_id, class_id) references classes on delete cascade, add foreign key (club_id, edit_id) references class_edits on delete cascade,
  add foreign key (edited_by) references people;
alter table versions add primary key (club_id, class_id, number), add foreign key (club_id, class_id) references classes on delete cascade;
alter table share_links add primary key (club_id, id),
  add foreign key (club_id, class_id) references classes on delete cascade, add foreign key (created_by) references people;
alter table boats add primary key (club_id, id), add unique (club_id, class_id, id), add foreign key (club_id, class_id) references classes on delete cascade;
create unique index boats_by_name on boats (club_id, class_id, lower(name));
alter table measured_pairs add primary key (club_id, id),
  add foreign key (club_id, class_id, boat_id) references boats (club_id, class_id, id) on delete cascade, add foreign key (taken_by) references people;
alter table session_logs add primary key (club_id, id),
  add unique nulls not distinct (club_id, class_id, sailor_id, key),
  add foreign key (club_id, class_id) references classes on delete cascade, add foreign key (sailor_id) references people,
  add foreign key (club_id, boat_id) references boats on delete restrict;
alter table log_marks add primary key (club_id, log_id, control), add foreign key (club_id, log_id) references session_logs on delete cascade;
alter table log_tracks add primary key (club_id, log_id), add foreign key (club_id, log_id) references session_logs on delete cascade;
alter table proposal_decisions add primary key (club_id, id),
  add foreign key (club_id, class_id) references classes on delete cascade, add foreign key (decided_by) references people;
alter table crew_masses add primary key (club_id, person_id, class_id),
  add foreign key (club_id, class_id) references classes on delete cascade, add foreign key (club_id, person_id) references memberships on delete cascade;
alter table outings add primary key (club_id, id), add unique (club_id, uid), add foreign key (club_id) references clubs on delete cascade;
alter table outing_classes add primary key (club_id, outing_id, class_id),
  add foreign key (club_id, outing_id) references outings on delete cascade, add foreign key (club_id, class_id) references classes on delete cascade;
alter table wind_samples add primary key (club_id, at), add foreign key (club_id) references clubs on delete cascade;
alter table wind_blocks add primary key (club_id, from_at), add foreign key (club_id) references clubs on delete cascade;

drop index if exists cell_edits_by_deed, cell_edits_by_cell, deeds_by_class, session_logs_by_class, session_logs_by_sailor, session_logs_by_boat,
  proposal_decisions_by_cell, measured_pairs_by_boat, outings_by_time;
create index class_edits_by_editor on class_edits (club_id, class_id, done_by, state, id);
create index cell_edits_by_edit on cell_edits (club_id, edit_id);
create index cell_edits_by_cell on cell_edits (club_id, class_id, plan, mode, band, control, id);
create index session_logs_by_class on session_logs (club_id, class_id, sailed_at);
create index session_logs_by_sailor on session_logs (club_id, sailor_id, sailed_at);
create index session_logs_by_boat on session_logs (club_id, boat_id);
create index proposal_decisions_by_cell on proposal_decisions (club_id, class_id, plan, mode, band, control, id);
create index measured_pairs_by_boat on measured_pairs (club_id, class_id, boat_id, control, id);
create index outings_by_time on outings (club_id, from_at);
create index share_links_by_class on share_links (club_id, class_id);
create index class_captains_by_person on class_captains (club_id, person_id);

-- One row for each club with a wind station. One instance at a time holds its lease and reads it; the others take over when the lease runs out.
create table stations (
  club_id bigint primary key references clubs on delete cascade,
  host text not null,
  port int not null check (port between 1 and 65535),
  height double precision not null check (height > 0),
  by_its_clock boolean not null,
  held_by uuid,
  held_until timestamptz,
  -- What the holder told last, for the instances that do not read the station themselves.
  state jsonb
);

create trigger versions_never_change before update on versions for each row execute function refuse_change();

-- What tells caches and open pages apart; pages that have a class open hear that it changed.
-- A write that inserts or updates wakes both triggers; the one without rows changes and tells nothing.
create function raise_revision() returns trigger language plpgsql as $$
declare
  told bigint;
begin
  if tg_argv[0] = 'log' then
    with raised as (
      update classes c set log_revision = log_revision + 1 from (select distinct club_id, class_id from changed) x
      where (c.club_id, c.id) = (x.club_id, x.class_id) returning c.club_id, c.id)
    select count(pg_notify('class_changed', club_id || ':' || id)) into told from raised;
  else
    with raised as (
      update classes c set matrix_revision = matrix_revision + 1 from (select distinct club_id, class_id from changed) x
      where (c.club_id, c.id) = (x.club_id, x.class_id) returning c.club_id, c.id)
    select count(pg_notify('class_changed', club_id || ':' || id)) into told from raised;
  end if;
  return null;
end $$;

do $$
declare
  t record;
begin
  for t in values ('cells', 'matrix'), ('versions', 'matrix'), ('proposal_decisions', 'matrix'), ('session_logs', 'log') loop
    execute format('create trigger revision_insert after insert on %I referencing new table as changed for each statement execute function raise_revision(%L)', t.column1, t.column2);
    execute format('create trigger revision_update after update on %I referencing new table as changed for each statement execute function raise_revision(%L)', t.column1, t.column2);
    execute format('create trigger revision_delete after delete on %I referencing old table as changed for each statement execute function raise_revision(%L)', t.column1, t.column2);
  end loop;
end $$;

-- Changes whenever a cache of this database may be wrong although its revisions match: after a restore, a copy, a restart of the server.
create function database_epoch() returns text language sql stable as
  $$ select md5(epoch::text || pg_relation_filenode('classes') || pg_postmaster_start_time()) from installation $$;
