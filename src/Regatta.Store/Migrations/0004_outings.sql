create table outings (
  id bigint generated always as identity primary key,
  uid text not null unique,
  kind text not null check (kind in ('Training', 'Race')),
  title text not null check (title <> ''),
  venue text not null,
  from_at timestamptz not null,
  to_at timestamptz not null,
  forecast_from double precision,
  forecast_to double precision,
  forecast_gust double precision,
  notes text not null,
  check (to_at > from_at)
);
create index outings_by_time on outings (from_at);

create table outing_classes (
  outing_id bigint not null references outings on delete cascade,
  class_id bigint not null references boat_classes on delete cascade,
  primary key (outing_id, class_id)
);
