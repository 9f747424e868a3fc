-- A drill's time that a phone sends twice, for the answer was lost, counts once. Of nobody: the key is the form's.
create table drills_sent (
  club_id bigint not null references clubs on delete cascade,
  key uuid not null,
  sent_at timestamptz not null,
  primary key (club_id, key)
);
