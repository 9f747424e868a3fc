-- What a track said of a session; where the boat was is not kept.
create table log_tracks (
  log_id bigint primary key references session_logs on delete cascade,
  wind_from double precision not null,
  metres double precision not null,
  mean double precision not null,
  best double precision not null,
  legs int not null,
  upwind_angle double precision,
  tack_angle double precision,
  upwind_vmg double precision
);
