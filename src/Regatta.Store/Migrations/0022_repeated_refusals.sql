-- What is refused again and again within a minute is one line of the trail and a count beside it, for the lines themselves never change.
create table audit_repeats (
  club_id bigint not null,
  minute timestamptz not null,
  person_id uuid not null,
  network text not null,
  act text not null,
  audit_id bigint not null,
  more int not null default 0,
  primary key (club_id, minute, person_id, network, act)
);
create index audit_repeats_line on audit_repeats (audit_id);
