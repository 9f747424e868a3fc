-- What was given away last of a plan and mode, as a file or as an offer: it stands until so many runs came since that the difference of two
-- files tells of none of them.
create table given_sums (
  club_id bigint not null,
  class_id bigint not null,
  plan text not null,
  mode text not null,
  document text not null,
  -- What its columns rest on, and how many runs had something in each.
  basis text not null,
  filled int[] not null,
  given_at timestamptz not null,
  primary key (club_id, class_id, plan, mode),
  foreign key (club_id, class_id) references classes on delete cascade
);
