-- What a member sails, asked once: the classes, and the boat of each where they have one. Until they say it, what they logged tells it.
alter table memberships add column said_sails_at timestamptz;
create table sailed_classes (
  club_id bigint not null,
  person_id uuid not null,
  class_id bigint not null,
  boat_id bigint,
  primary key (club_id, person_id, class_id),
  foreign key (club_id, person_id) references memberships on delete cascade,
  foreign key (club_id, class_id) references classes on delete cascade,
  foreign key (club_id, class_id, boat_id) references boats (club_id, class_id, id) on delete set null (boat_id)
);
