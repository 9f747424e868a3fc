-- What was given away last of a plan and mode, as a file or as an offer: it stands until so many runs came since that the difference of two
-- files tells of none of them.
create table given_sums (
  club_id bigint not null,
  class_id bigint not null,
  plan text not null,
  mode text not null,
  document text not null,
  -- How many runs had something in each of its columns.
  filled int[] not null,
  given_at timestamptz not null,
  primary key (club_id, class_id, plan, mode),
  foreign key (club_id, class_id) references classes on delete cascade
);
