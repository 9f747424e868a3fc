-- What the logs say, kept as sums: rows and weights of the runs, the sums of each layer, and how many runs tell what of which cell. All of
-- it can be made anew from the logs; it holds for the logs up to the revision it names, and only where its basis is the class's.
create table kept_bases (
  club_id bigint not null,
  class_id bigint not null,
  -- What rows, columns and counts depend on, in short.
  basis text not null,
  log_revision bigint not null,
  runs int not null,
  -- How many they were when their weights were sought last.
  settled int not null,
  primary key (club_id, class_id, basis),
  foreign key (club_id, class_id) references classes on delete cascade
);

create table kept_layers (
  club_id bigint not null,
  class_id bigint not null,
  basis text not null,
  plan text not null,
  mode text not null,
  boats bigint[] not null,
  sailed jsonb not null,
  precision_sums double precision[] not null,
  products double precision[] not null,
  squares double precision not null,
  counted double precision not null,
  rows int not null,
  heel_count int not null,
  heel_sum double precision not null,
  heel_squares double precision not null,
  primary key (club_id, class_id, basis, plan, mode),
  foreign key (club_id, class_id, basis) references kept_bases on delete cascade
);

create table kept_runs (
  club_id bigint not null,
  class_id bigint not null,
  basis text not null,
  log_id bigint not null,
  run int not null,
  plan text not null,
  mode text not null,
  band int not null,
  sailed_at timestamptz not null,
  -- Null where its check tells nothing of the helm.
  row_values double precision[],
  helm double precision,
  weight double precision,
  belief double precision,
  heel double precision,
  fact_kinds smallint[] not null,
  fact_controls text[] not null,
  fact_positions double precision[] not null,
  fact_said smallint[] not null,
  primary key (club_id, class_id, basis, log_id, run),
  foreign key (club_id, class_id, basis) references kept_bases on delete cascade,
  foreign key (club_id, log_id) references session_logs (club_id, id) on delete cascade
);
create index kept_runs_newest on kept_runs (club_id, class_id, basis, plan, mode, band, sailed_at desc, log_id desc);
create index kept_runs_wild on kept_runs (club_id, class_id, basis, plan, mode, sailed_at desc) where belief < 0.1;
create index kept_runs_log on kept_runs (club_id, log_id);

create table kept_tallies (
  club_id bigint not null,
  class_id bigint not null,
  basis text not null,
  plan text not null,
  mode text not null,
  band int not null,
  kind smallint not null,
  control text not null,
  position double precision not null,
  said smallint not null,
  count int not null,
  newest timestamptz not null,
  primary key (club_id, class_id, basis, plan, mode, band, kind, control, position, said),
  foreign key (club_id, class_id, basis) references kept_bases on delete cascade
);

-- What was expected of a proposal when it was decided on, so that what became of it can be told.
alter table proposal_decisions add column better double precision, add column helm_now double precision, add column helm_after double precision,
  add column aside_until date;

-- Planned trials: two settings of one control in one band, sailed in turn by one boat or by two beside each other.
create table trials (
  club_id bigint not null,
  class_id bigint not null,
  id bigint generated always as identity,
  plan text not null,
  mode text not null,
  band int not null,
  control text not null,
  mark_a double precision not null,
  mark_b double precision not null,
  design text not null check (design in ('ladder', 'lineUp')),
  boats bigint[] not null check (cardinality(boats) between 1 and 2),
  outing_id bigint,
  note text not null,
  planned_at timestamptz not null,
  ended_at timestamptz,
  primary key (club_id, id),
  foreign key (club_id, class_id) references classes on delete cascade,
  foreign key (club_id, outing_id) references outings (club_id, id) on delete set null (outing_id)
);
create index trials_class on trials (club_id, class_id, planned_at);

create table trial_runs (
  club_id bigint not null,
  trial_id bigint not null,
  number int not null check (number between 1 and 12),
  boat int not null check (boat in (0, 1)),
  helm_port double precision not null,
  helm_starboard double precision not null,
  wind double precision not null,
  sailed_at timestamptz not null,
  primary key (club_id, trial_id, number, boat),
  foreign key (club_id, trial_id) references trials (club_id, id) on delete cascade
);

-- Sums of a class that another club gave: no log, no person. They count at the weight the captain sets, and can be taken back.
create table borrowed_sums (
  club_id bigint not null,
  class_id bigint not null,
  id bigint generated always as identity,
  from_club text not null,
  document jsonb not null,
  weight double precision not null check (weight between 0 and 1),
  brought_at timestamptz not null,
  primary key (club_id, id),
  foreign key (club_id, class_id) references classes on delete cascade
);
create index borrowed_sums_class on borrowed_sums (club_id, class_id);
create trigger revision_insert after insert on borrowed_sums referencing new table as changed
  for each statement execute function raise_revision('log');
create trigger revision_update after update on borrowed_sums referencing new table as changed
  for each statement execute function raise_revision('log');
create trigger revision_delete after delete on borrowed_sums referencing old table as changed
  for each statement execute function raise_revision('log');

-- Days for marking and measuring stand in the calendar too.
alter table outings drop constraint if exists outings_kind_check;
alter table outings add constraint outings_kind_check check (kind in ('Training', 'Race', 'Marking'));
