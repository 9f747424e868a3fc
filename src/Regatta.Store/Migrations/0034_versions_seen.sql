-- Up to which version of a class a member has seen what changed; where nothing stands, nobody was told anything yet.
create table versions_seen (
  club_id bigint not null,
  class_id bigint not null,
  person_id uuid not null,
  version int not null,
  primary key (club_id, class_id, person_id),
  foreign key (club_id, class_id) references classes on delete cascade,
  foreign key (club_id, person_id) references memberships on delete cascade
);
