create extension if not exists btree_gist;

create table club (
  only_one boolean primary key default true check (only_one),
  name text not null,
  time_zone text not null,
  is_demo boolean not null default false
);

create table people (
  id uuid primary key,
  sign_in_name text not null,
  normalized_name text not null unique,
  display_name text not null,
  password_hash text,
  security_stamp text not null,
  access_failed_count int not null default 0,
  lockout_end timestamptz,
  is_demo boolean not null default false,
  speed_unit text not null default 'Knot',
  mass_unit text not null default 'Kilogram'
);

create table person_roles (
  person_id uuid not null references people on delete cascade,
  role text not null check (role in ('coordinator', 'captain', 'sailor')),
  primary key (person_id, role)
);

create table boat_classes (
  id bigint generated always as identity primary key,
  key text not null unique check (key ~ '^[a-z0-9]+(-[a-z0-9]+)*$'),
  name text not null,
  family text not null,
  about text not null,
  mode text not null,
  helm_target double precision not null,
  helm_tolerance double precision not null check (helm_tolerance > 0),
  reference_wind double precision not null check (reference_wind >= 0),
  helm_per_heel double precision not null,
  cautions text[] not null default '{}',
  -- Raised by triggers below: what a cached drawing or fit of the class was made from.
  matrix_revision bigint not null default 1,
  log_revision bigint not null default 1
);

create table class_captains (
  class_id bigint not null references boat_classes on delete cascade,
  person_id uuid not null references people on delete cascade,
  primary key (class_id, person_id)
);

create table controls (
  class_id bigint not null references boat_classes on delete cascade,
  key text not null,
  position int not null,
  definition jsonb not null,
  primary key (class_id, key)
);

create table bands (
  class_id bigint not null references boat_classes on delete cascade,
  number int not null check (number > 0),
  name text not null check (name <> ''),
  low double precision not null check (low >= 0),
  high double precision not null,
  primary key (class_id, number),
  check (high > low),
  constraint bands_do_not_overlap exclude using gist (
    class_id with =,
    numrange(low::numeric, high::numeric, '[)') with &&
  ) deferrable initially deferred
);

-- An empty cell keeps its row and its revision, so that clearing and editing at once is seen as a conflict too.
create table cells (
  class_id bigint not null,
  band int not null,
  control text not null,
  revision int not null default 1,
  content jsonb,
  edited_by uuid references people,
  edited_at timestamptz not null,
  primary key (class_id, band, control),
  foreign key (class_id, band) references bands on delete cascade,
  foreign key (class_id, control) references controls on delete cascade
);

create table cell_edits (
  id bigint generated always as identity primary key,
  class_id bigint not null,
  band int not null,
  control text not null,
  before jsonb,
  after jsonb,
  revision int not null,
  undone boolean not null default false,
  is_undo boolean not null default false,
  edited_by uuid not null references people,
  edited_at timestamptz not null,
  foreign key (class_id, band, control) references cells on delete cascade
);
create index cell_edits_by_class on cell_edits (class_id, edited_by, id);

create table matrix_versions (
  class_id bigint not null references boat_classes on delete cascade,
  number int not null check (number > 0),
  published_at timestamptz not null,
  published_by text not null,
  reason text not null,
  content jsonb not null,
  primary key (class_id, number)
);

create function refuse_change() returns trigger language plpgsql as $$
begin
  raise exception 'A published version never changes.';
end $$;
create trigger versions_never_change before update on matrix_versions
  for each row execute function refuse_change();

create table share_links (
  id uuid primary key,
  class_id bigint not null references boat_classes on delete cascade,
  token_hash bytea not null unique,
  label text not null,
  created_by uuid not null references people,
  created_at timestamptz not null,
  withdrawn_at timestamptz
);

create table session_logs (
  id bigint generated always as identity primary key,
  class_id bigint not null references boat_classes on delete cascade,
  sailor_id uuid references people,
  key uuid not null,
  sailed_at timestamptz not null,
  wind_from double precision not null check (wind_from >= 0),
  wind_to double precision not null,
  gust double precision,
  crew_mass double precision check (crew_mass > 0),
  helm_port double precision check (abs(helm_port) <= 45),
  helm_starboard double precision check (abs(helm_starboard) <= 45),
  heel double precision,
  rudder_centred boolean not null default false,
  steady_full_speed boolean not null default false,
  flat boolean not null default false,
  trimmed boolean not null default false,
  luffing text not null,
  felt text not null,
  note text not null,
  version int,
  logged_at timestamptz not null,
  check (wind_to >= wind_from),
  -- A log sent twice counts once. Keys are made by the sender, so one sender's key never hides another's log.
  unique nulls not distinct (class_id, sailor_id, key)
);
create index session_logs_by_class on session_logs (class_id, sailed_at);
create index session_logs_by_sailor on session_logs (sailor_id, sailed_at);

create table log_marks (
  log_id bigint not null references session_logs on delete cascade,
  control text not null,
  mark double precision not null,
  primary key (log_id, control)
);

create table proposal_decisions (
  id bigint generated always as identity primary key,
  class_id bigint not null,
  band int not null,
  control text not null,
  decision text not null check (decision in ('accepted', 'adjusted', 'setAside')),
  mark_from double precision not null,
  mark_to double precision not null,
  sentence text not null,
  reason text not null,
  logs_then int not null,
  decided_by uuid not null references people,
  decided_at timestamptz not null,
  foreign key (class_id, band, control) references cells on delete cascade
);
create index proposal_decisions_by_cell on proposal_decisions (class_id, band, control, id);

create function raise_revision() returns trigger language plpgsql as $$
begin
  if tg_argv[0] = 'log' then
    update boat_classes set log_revision = log_revision + 1 where id in (select class_id from changed);
  else
    update boat_classes set matrix_revision = matrix_revision + 1 where id in (select class_id from changed);
  end if;
  return null;
end $$;

do $$
declare
  t record;
begin
  for t in values ('controls', 'matrix'), ('bands', 'matrix'), ('cells', 'matrix'), ('matrix_versions', 'matrix'),
                  ('proposal_decisions', 'matrix'), ('session_logs', 'log') loop
    execute format('create trigger revision_insert after insert on %I referencing new table as changed for each statement execute function raise_revision(%L)', t.column1, t.column2);
    execute format('create trigger revision_update after update on %I referencing new table as changed for each statement execute function raise_revision(%L)', t.column1, t.column2);
    execute format('create trigger revision_delete after delete on %I referencing old table as changed for each statement execute function raise_revision(%L)', t.column1, t.column2);
  end loop;
end $$;
