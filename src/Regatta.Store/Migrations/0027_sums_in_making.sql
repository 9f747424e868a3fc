-- Sums that are made anew are written beside those that are read, while logs come in, and take their place at once. A set of rows is one
-- making of what rests on a basis; the one that is ready is read.
alter table kept_bases
  add column rests_on text,
  add column ready boolean not null default true,
  add column begun_at timestamptz not null default now(),
  -- Runs that came, went or were corrected since the weights were sought last.
  add column changes int not null default 0;
update kept_bases set rests_on = basis;
alter table kept_bases alter column rests_on set not null;
create unique index kept_bases_ready on kept_bases (club_id, class_id, rests_on) where ready;

-- What changed while sums were being made: from which revision of the logs to which, and which log; null where no log changed.
create table log_changes (
  club_id bigint not null,
  class_id bigint not null,
  after_revision bigint not null,
  before_revision bigint not null,
  log_id bigint,
  primary key (club_id, class_id, after_revision),
  foreign key (club_id, class_id) references classes on delete cascade
);
