-- A session has runs: what was set, met, found and answered stands with the run. What was logged until now is a session of one run, whose
-- balance check asked four gates; what luffed first is an answer like any other.
create table runs (
  club_id bigint not null,
  log_id bigint not null,
  run int not null check (run >= 1),
  from_at timestamptz,
  plan text not null,
  mode text not null,
  wind_from double precision not null check (wind_from >= 0),
  wind_to double precision not null,
  gust double precision,
  wind_factor double precision not null check (wind_factor between 0.1 and 10),
  helm_port double precision check (abs(helm_port) <= 45),
  helm_starboard double precision check (abs(helm_starboard) <= 45),
  heel double precision,
  gates_asked text[] not null,
  gates_held text[] not null check (gates_held <@ gates_asked),
  helm_in_words boolean not null,
  felt text not null,
  answers jsonb not null,
  primary key (club_id, log_id, run),
  foreign key (club_id, log_id) references session_logs on delete cascade,
  check (wind_to >= wind_from)
);

create function luffing_answer(luffing text) returns jsonb language sql as $$
  select case luffing
    when 'First' then '{"luffing": {"said": "headsail or head first", "number": null, "means": "tooMuch"}}'
    when 'Together' then '{"luffing": {"said": "together", "number": null, "means": "fine"}}'
    when 'After' then '{"luffing": {"said": "main or foot first", "number": null, "means": "tooLittle"}}'
    else '{}' end::jsonb
$$;
create function held_gates(rudder_centred boolean, steady_full_speed boolean, flat boolean, trimmed boolean) returns text[] language sql as $$
  select array_remove(array[case when rudder_centred then 'rudderCentred' end, case when steady_full_speed then 'steadyFullSpeed' end,
    case when flat then 'flat' end, case when trimmed then 'trimmed' end], null)
$$;
create function usual_gates() returns text[] language sql as $$ select array['rudderCentred', 'steadyFullSpeed', 'flat', 'trimmed'] $$;

insert into runs
select club_id, id, 1, null, plan, mode, wind_from, wind_to, gust, wind_factor, helm_port, helm_starboard, heel,
  usual_gates(), held_gates(rudder_centred, steady_full_speed, flat, trimmed), helm_in_words, felt, luffing_answer(luffing)
from session_logs;

-- Two corrections may have one time: they are told apart by number. Some databases have it already.
do $$
begin
  if exists (select from information_schema.columns where table_schema = 'public' and table_name = 'earlier_logs' and column_name = 'id') then
    return;
  end if;
  alter table earlier_logs add column id bigint;
  update earlier_logs e set id = o.number from (
    select club_id, log_id, replaced_at, row_number() over (order by replaced_at, club_id, log_id) as number from earlier_logs) o
  where (e.club_id, e.log_id, e.replaced_at) = (o.club_id, o.log_id, o.replaced_at);
  alter table earlier_logs drop constraint earlier_logs_pkey;
  alter table earlier_logs alter column id set not null, alter column id add generated always as identity,
    add primary key (club_id, log_id, id);
  perform setval(pg_get_serial_sequence('earlier_logs', 'id'), (select coalesce(max(id), 0) + 1 from earlier_logs), false);
end $$;

-- What a log said before it was corrected, in the same shape.
alter table earlier_logs add column runs jsonb;
update earlier_logs e set
  runs = (select jsonb_build_array(to_jsonb(r)) from (
    select l.club_id, e.log_id, 1 as run, null::timestamptz as from_at, l.plan, l.mode, l.wind_from, l.wind_to, l.gust, l.wind_factor,
      l.helm_port, l.helm_starboard, l.heel, usual_gates() as gates_asked,
      held_gates(l.rudder_centred, l.steady_full_speed, l.flat, l.trimmed) as gates_held, l.helm_in_words, l.felt,
      luffing_answer(l.luffing) as answers
    from jsonb_populate_record(null::session_logs, e.log) l) r),
  marks = coalesce((select jsonb_agg(m || '{"run": 1}') from jsonb_array_elements(e.marks) m), '[]'),
  log = log || '{"purpose": null, "water": "notSaid", "place": "notSaid"}';
alter table earlier_logs alter column runs set not null;
drop function luffing_answer(text);
drop function held_gates(boolean, boolean, boolean, boolean);
drop function usual_gates();

alter table session_logs
  drop column plan, drop column mode, drop column wind_from, drop column wind_to, drop column gust, drop column wind_factor,
  drop column helm_port, drop column helm_starboard, drop column heel, drop column rudder_centred, drop column steady_full_speed,
  drop column flat, drop column trimmed, drop column helm_in_words, drop column luffing, drop column felt,
  add column purpose text,
  add column water text not null default 'notSaid',
  add column place text not null default 'notSaid';
alter table session_logs alter column water drop default, alter column place drop default;

alter table log_marks add column run int not null default 1;
alter table log_marks alter column run drop default;
do $$
declare
  k record;
begin
  for k in select conname from pg_constraint where conrelid = 'log_marks'::regclass and contype in ('p', 'f') loop
    execute format('alter table log_marks drop constraint %I', k.conname);
  end loop;
end $$;
alter table log_marks add primary key (club_id, log_id, run, control),
  add foreign key (club_id, log_id, run) references runs on delete cascade;

-- What a sailor notes afloat, until the log is sent that is made of it.
create table noted_runs (
  club_id bigint not null,
  id bigint generated always as identity,
  class_id bigint not null,
  person_id uuid not null,
  key uuid not null,
  noted_at timestamptz not null,
  boat_id bigint,
  plan text not null,
  mode text not null,
  purpose text,
  wind_from double precision,
  wind_to double precision,
  gust double precision,
  control text,
  mark double precision,
  primary key (club_id, id),
  unique (club_id, person_id, key),
  check ((control is null) = (mark is null)),
  foreign key (club_id, class_id) references classes on delete cascade,
  foreign key (club_id, person_id) references memberships on delete cascade,
  foreign key (club_id, boat_id) references boats on delete set null (boat_id)
);
create index noted_runs_by_sailor on noted_runs (club_id, class_id, person_id, noted_at);

-- A crew is more than its mass.
alter table crew_masses rename to crew_profiles;
alter table crew_profiles alter column kilograms drop not null,
  add column height_mm double precision check (height_mm between 500 and 3000),
  add column hiking text not null default 'average',
  add column skill text not null default 'club',
  add column junior boolean not null default false,
  add column on_wire int check (on_wire >= 0);
create table personal_offsets (
  club_id bigint not null,
  class_id bigint not null,
  person_id uuid not null,
  control text not null,
  positions double precision not null,
  primary key (club_id, person_id, class_id, control),
  foreign key (club_id, class_id) references classes on delete cascade,
  foreign key (club_id, person_id) references memberships on delete cascade
);

-- How a boat's controls are fitted, and its sails.
alter table boats add column fittings jsonb not null default '{}', add column sails jsonb not null default '[]';

-- Histories hold members of definitions; those that grew say so, or they could not be undone.
create function grown(members jsonb) returns jsonb language sql as $$
  select coalesce(jsonb_object_agg(key, case
    when value <> 'null' and key like 'controls.%'
      then '{"plans": [], "modes": [], "byPurpose": [], "otherDatum": null}'::jsonb || value
    when value <> 'null' and key = 'crewRule' then '{"people": 1, "onWire": 0, "wire": 0}'::jsonb || value
    else value end), '{}') from jsonb_each(members)
$$;
update class_edits set before = grown(before) where before is not null;
update class_edits set after = grown(after) where after is not null;
drop function grown(jsonb);
