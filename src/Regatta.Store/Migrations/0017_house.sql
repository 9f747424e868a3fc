-- What an edit kept of the definition has the schema of its time, and says which parts it touched.
alter table class_edits add column schema int, add column touches text[] not null default '{}';
update class_edits set schema = 5, touches = array(select jsonb_object_keys(coalesce(after, before))) where coalesce(after, before) is not null;
alter table class_edits add check ((schema is null) = (before is null and after is null));

-- What lists of classes show, without opening the document.
alter table classes
  add column name text generated always as (coalesce(definition->>'name', key)) stored,
  add column family text generated always as (coalesce(definition->>'family', '')) stored,
  add column about text generated always as (coalesce(definition->>'about', '')) stored;

-- A boat and a version are the class's own, wherever they are named.
alter table boats add unique (club_id, class_id, id);
update session_logs l set boat_id = null where boat_id is not null
  and not exists (select from boats b where (b.club_id, b.class_id, b.id) = (l.club_id, l.class_id, l.boat_id));
update noted_runs l set boat_id = null where boat_id is not null
  and not exists (select from boats b where (b.club_id, b.class_id, b.id) = (l.club_id, l.class_id, l.boat_id));
update rig_ups l set boat_id = null where boat_id is not null
  and not exists (select from boats b where (b.club_id, b.class_id, b.id) = (l.club_id, l.class_id, l.boat_id));
update outing_people l set boat_id = null where boat_id is not null
  and not exists (select from boats b where (b.club_id, b.class_id, b.id) = (l.club_id, l.class_id, l.boat_id));
update session_logs l set version = null where version is not null
  and not exists (select from versions v where (v.club_id, v.class_id, v.number) = (l.club_id, l.class_id, l.version));
alter table session_logs drop constraint session_logs_club_id_boat_id_fkey,
  add foreign key (club_id, class_id, boat_id) references boats (club_id, class_id, id),
  add foreign key (club_id, class_id, version) references versions (club_id, class_id, number);
alter table noted_runs drop constraint noted_runs_club_id_boat_id_fkey,
  add foreign key (club_id, class_id, boat_id) references boats (club_id, class_id, id) on delete set null (boat_id);
alter table rig_ups drop constraint rig_ups_club_id_boat_id_fkey,
  add foreign key (club_id, class_id, boat_id) references boats (club_id, class_id, id) on delete set null (boat_id);
alter table outing_people drop constraint outing_people_club_id_boat_id_fkey,
  add foreign key (club_id, class_id, boat_id) references boats (club_id, class_id, id) on delete set null (boat_id);

-- The boats of a trial are rows, each a boat of its class or, where it is gone, none.
alter table trials add unique (club_id, class_id, id);
create table trial_boats (
  club_id bigint not null,
  class_id bigint not null,
  trial_id bigint not null,
  place int not null check (place in (0, 1)),
  boat_id bigint,
  primary key (club_id, trial_id, place),
  foreign key (club_id, class_id, trial_id) references trials (club_id, class_id, id) on delete cascade,
  foreign key (club_id, class_id, boat_id) references boats (club_id, class_id, id) on delete set null (boat_id)
);
create index trial_boats_by_boat on trial_boats (club_id, class_id, boat_id);
insert into trial_boats (club_id, class_id, trial_id, place, boat_id)
  select t.club_id, t.class_id, t.id, u.at - 1, b.id
  from trials t cross join unnest(t.boats) with ordinality u (boat, at)
  left join boats b on (b.club_id, b.class_id, b.id) = (t.club_id, t.class_id, u.boat);
alter table trials drop column boats;

-- One spelling of every closed word, and no other word.
update runs set felt = lower(left(felt, 1)) || substr(felt, 2) where felt ~ '^[A-Z]';
alter table runs add check (felt in ('notSaid', 'slow', 'ratherSlow', 'usual', 'ratherFast', 'fast')),
  add check (plan ~ '^[a-z0-9]+(-[a-z0-9]+)*$' and mode ~ '^[a-z0-9]+(-[a-z0-9]+)*$');
alter table session_logs add check (water in ('notSaid', 'flat', 'chop', 'waves')),
  add check (place in ('notSaid', 'open', 'gustyShore'));
alter table noted_runs add check (plan ~ '^[a-z0-9]+(-[a-z0-9]+)*$' and mode ~ '^[a-z0-9]+(-[a-z0-9]+)*$');
alter table outings drop constraint outings_kind_check;
update outings set kind = lower(kind);
alter table outings add check (kind in ('training', 'race', 'marking'));
alter table people alter column speed_unit set default 'knot', alter column mass_unit set default 'kilogram';
update people set speed_unit = lower(left(speed_unit, 1)) || substr(speed_unit, 2), mass_unit = lower(left(mass_unit, 1)) || substr(mass_unit, 2);
alter table people add check (speed_unit in ('knot', 'metrePerSecond', 'milePerHour', 'kilometrePerHour', 'beaufort')),
  add check (mass_unit in ('kilogram', 'pound'));
update body_measures set measure = lower(left(measure, 1)) || substr(measure, 2);

-- What a log said before a correction is kept as its rows were then; the number says how they were spelled.
alter table earlier_logs add column schema int not null default 1;
alter table earlier_logs alter column schema set default 2;
