-- What members measured in pictures: the points and what came of them, never the picture itself unless its owner gives it to the class.
-- Private to who measured it until a log says it.
create table picture_readings (
  club_id bigint not null,
  class_id bigint not null,
  id bigint generated always as identity,
  person_id uuid not null,
  key uuid not null,
  taken_at timestamptz not null,
  gauge text not null check (gauge ~ '^[a-z0-9]+(-[a-z0-9]+)*$'),
  question text check (question ~ '^[a-z0-9]+(-[a-z0-9]+)*$'),
  boat_id bigint,
  tapped jsonb not null,
  value double precision not null check (abs(value) < 1e6),
  sd double precision not null check (sd > 0 and sd < 1e6),
  said text not null default '' check (length(said) <= 100),
  means text check (means in ('fine', 'tooLittle', 'tooMuch', 'stop')),
  primary key (club_id, id),
  unique (club_id, person_id, key),
  foreign key (club_id, class_id) references classes on delete cascade,
  foreign key (club_id, person_id) references memberships on delete cascade,
  foreign key (club_id, class_id, boat_id) references boats (club_id, class_id, id) on delete set null (boat_id)
);
create index picture_readings_of_person on picture_readings (club_id, class_id, person_id, taken_at);

-- A picture its owner gave: made anew, without what a camera writes into it; seen by who may see the class.
create table given_pictures (
  club_id bigint not null,
  reading_id bigint not null,
  jpeg bytea not null check (octet_length(jpeg) <= 1000000),
  width int not null check (width between 1 and 4000),
  height int not null check (height between 1 and 4000),
  given_at timestamptz not null,
  primary key (club_id, reading_id),
  foreign key (club_id, reading_id) references picture_readings on delete cascade
);
