-- Rig-up runs and drills, and what a club and a sailor say of their own limits.

-- A boat being made ready: what was answered on the way. Private to its sailor; captains see how often steps are skipped, and by nobody.
create table rig_ups (
  club_id bigint not null,
  id bigint generated always as identity,
  class_id bigint not null,
  person_id uuid not null,
  boat_id bigint,
  started_at timestamptz not null,
  finished_at timestamptz,
  answers jsonb not null default '{}',
  primary key (club_id, id),
  check (finished_at >= started_at),
  foreign key (club_id, class_id) references classes on delete cascade,
  foreign key (club_id, person_id) references memberships on delete cascade,
  foreign key (club_id, boat_id) references boats on delete set null (boat_id)
);
create unique index rig_ups_open on rig_ups (club_id, class_id, person_id) where finished_at is null;
create index rig_ups_finished on rig_ups (club_id, class_id, finished_at);

-- How long a procedure took when it was drilled. Nobody's name stands beside it.
create table drills (
  club_id bigint not null,
  id bigint generated always as identity,
  class_id bigint not null,
  procedure text not null,
  seconds double precision not null check (seconds between 1 and 86400),
  done_on date not null,
  primary key (club_id, id),
  foreign key (club_id, class_id) references classes on delete cascade
);
create index drills_best on drills (club_id, class_id, procedure, seconds);

-- The lowest limit wins: the class's, the club's, one's own. A club adds cautions of its own.
alter table clubs add column wind_limit double precision check (wind_limit > 0), add column cautions jsonb not null default '[]';
alter table crew_profiles add column wind_limit double precision check (wind_limit > 0);

-- Histories hold members of definitions; those that grew say so, or they could not be undone.
create function grown(members jsonb) returns jsonb language sql as $$
  select coalesce(jsonb_object_agg(key, case
    when key = 'cautions' and value <> 'null' then (
      select coalesce(jsonb_agg(jsonb_build_object('text', text, 'control', null, 'plan', null, 'mode', null, 'windFrom', null,
        'water', 'notSaid', 'place', 'notSaid', 'grave', false, 'decides', null) order by at), '[]')
      from jsonb_array_elements(value) with ordinality as one(text, at))
    when key = 'plans' and value <> 'null' then (
      select coalesce(jsonb_agg('{"statedArea": null, "statedArm": null, "measuredLimit": null, "sails": [], "marks": []}'::jsonb || plan
        order by at), '[]')
      from jsonb_array_elements(value) with ordinality as one(plan, at))
    when key = 'modes' and value <> 'null' then (
      select coalesce(jsonb_agg('{"trigger": null}'::jsonb || mode order by at), '[]')
      from jsonb_array_elements(value) with ordinality as one(mode, at))
    when key like 'controls.%' and value <> 'null' then '{"bothSides": false}'::jsonb || value
    else value end), '{}') from jsonb_each(members)
$$;
update class_edits set before = grown(before) where before is not null;
update class_edits set after = grown(after) where after is not null;
drop function grown(jsonb);
