-- Who says they come on a day, with which class and boat. It goes with the day and with the membership.
create table outing_people (
  club_id bigint not null,
  outing_id bigint not null,
  person_id uuid not null,
  class_id bigint not null,
  -- Null for a boat of nobody's choosing.
  boat_id bigint,
  said_at timestamptz not null,
  primary key (club_id, outing_id, person_id),
  foreign key (club_id, outing_id) references outings on delete cascade,
  foreign key (club_id, person_id) references memberships on delete cascade,
  foreign key (club_id, class_id) references classes on delete cascade,
  foreign key (club_id, boat_id) references boats on delete set null (boat_id)
);

-- When a trial begins on its day, and who does what in it.
alter table trials add column begins_at timestamptz;
create table trial_roles (
  club_id bigint not null,
  trial_id bigint not null,
  role text not null check (role in ('steersFirst', 'steersSecond', 'readsTape', 'looksOut')),
  person_id uuid not null,
  primary key (club_id, trial_id, role),
  foreign key (club_id, trial_id) references trials (club_id, id) on delete cascade,
  foreign key (club_id, person_id) references memberships on delete cascade
);

-- How many lengths the first of two boats gained on the second in a run; less than nothing where she lost.
alter table trial_runs add column gained double precision check (gained is null or (boat = 0 and gained between -50 and 50));

-- Sums a club offers to the other clubs of the installation, as they were when it offered them.
create table offered_sums (
  club_id bigint not null,
  id bigint generated always as identity,
  class_id bigint not null,
  plan text not null,
  mode text not null,
  document jsonb not null,
  offered_at timestamptz not null,
  primary key (club_id, id),
  unique (club_id, class_id, plan, mode),
  foreign key (club_id, class_id) references classes on delete cascade
);
