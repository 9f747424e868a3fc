-- What the fit needs to know of a run besides its marks: how much stronger its wind was for its crew, whether the helm was given in words,
-- and who asked for each mark. Logs that are here already were sailed in the wind as it was, and nobody asked where their marks came from.
alter table session_logs
  add column wind_factor double precision not null default 1 check (wind_factor between 0.1 and 10),
  add column helm_in_words boolean not null default false;
alter table session_logs alter column wind_factor drop default, alter column helm_in_words drop default;
alter table log_marks
  add column asked_by text check (asked_by in ('card', 'proposal', 'trial', 'sailor')),
  add column card_mark double precision;

-- A log that was corrected and sent again: what it said before.
create table earlier_logs (
  club_id bigint not null,
  log_id bigint not null,
  replaced_at timestamptz not null,
  log jsonb not null,
  marks jsonb not null,
  primary key (club_id, log_id, replaced_at),
  foreign key (club_id, log_id) references session_logs on delete cascade
);

-- How many seconds of its ten minutes a block speaks for: a station may say something every other second only.
alter table wind_blocks add column covered double precision;
update wind_blocks set covered = samples;
alter table wind_blocks alter column covered set not null;

-- A best speed is told with the receiver's own noise; of older tracks it is not known.
alter table log_tracks add column best_noise double precision;
