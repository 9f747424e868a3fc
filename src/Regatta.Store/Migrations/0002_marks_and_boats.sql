alter table boat_classes add column checks text[] not null default '{}';

-- A control that is no longer used keeps its row, so that logs with marks for it stay readable.
alter table controls add column retired boolean not null default false;

create table boats (
  id bigint generated always as identity primary key,
  class_id bigint not null references boat_classes on delete cascade,
  name text not null check (name <> ''),
  note text not null,
  unique (id, class_id)
);
create unique index boats_by_name on boats (class_id, lower(name));

create table measured_pairs (
  id bigint generated always as identity primary key,
  boat_id bigint not null,
  class_id bigint not null,
  control text not null,
  reading double precision not null,
  millimetres double precision not null,
  taken_by uuid references people,
  taken_at timestamptz not null,
  foreign key (boat_id, class_id) references boats (id, class_id) on delete cascade,
  foreign key (class_id, control) references controls on delete cascade
);
create index measured_pairs_by_boat on measured_pairs (boat_id, control, id);

create table body_measures (
  person_id uuid not null references people on delete cascade,
  measure text not null,
  millimetres double precision not null check (millimetres > 0),
  primary key (person_id, measure)
);

alter table session_logs add column boat_id bigint references boats on delete restrict;
create index session_logs_by_boat on session_logs (boat_id);

-- Whether the mark was read by what was measured on the boat; if not, it was taken at the class's reading.
alter table log_marks add column measured boolean not null default false;
