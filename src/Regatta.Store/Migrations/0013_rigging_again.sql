-- A rig-up run has a key its phone gave it, so that what comes late or twice finds the run it belongs to; a run that has ended stays
-- ended, and a second may begin the same day.
alter table rig_ups add column key uuid;
update rig_ups set key = gen_random_uuid();
alter table rig_ups alter column key set not null, add unique (club_id, person_id, key);
drop index rig_ups_open;
create index rig_ups_open on rig_ups (club_id, class_id, person_id, started_at) where finished_at is null;

-- Of each day a drill keeps the best, and how often it was done.
create table drill_days (
  club_id bigint not null,
  class_id bigint not null,
  procedure text not null,
  done_on date not null,
  seconds double precision not null check (seconds between 1 and 86400),
  times int not null check (times > 0),
  primary key (club_id, class_id, procedure, done_on),
  foreign key (club_id, class_id) references classes on delete cascade
);
insert into drill_days (club_id, class_id, procedure, done_on, seconds, times)
  select club_id, class_id, procedure, done_on, min(seconds), count(*) from drills group by club_id, class_id, procedure, done_on;
drop table drills;
alter table drill_days rename to drills;
alter index drill_days_pkey rename to drills_pkey;

-- Two coordinators who say what the club's limit is do not overwrite each other.
alter table clubs add column safety_revision bigint not null default 0;
