-- A day of seconds, and ten-minute blocks for good.
create table wind_samples (
  at timestamptz primary key,
  speed double precision not null check (speed >= 0),
  direction double precision
);

create table wind_blocks (
  from_at timestamptz primary key,
  to_at timestamptz not null,
  mean double precision not null,
  gust double precision not null,
  lull double precision not null,
  direction double precision,
  spread double precision,
  samples int not null check (samples > 0)
);

-- The height a class's bands are meant at, and how it reads its card for other crews.
alter table boat_classes add column wind_height double precision not null default 3 check (wind_height > 0);
alter table boat_classes add column crew jsonb;

-- How heavy somebody sails a class; read for its owner alone, and for the captain where its owner allows it.
create table crew_masses (
  person_id uuid not null references people on delete cascade,
  class_id bigint not null references boat_classes on delete cascade,
  kilograms double precision not null check (kilograms > 0),
  captain_may_see boolean not null,
  primary key (person_id, class_id)
);
