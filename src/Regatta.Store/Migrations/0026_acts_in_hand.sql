-- An act, from the moment it is kept until its line stands in the trail: written in the act's own transaction.
create table acts_in_hand (
  id uuid primary key,
  at timestamptz not null,
  club_id bigint,
  person_id uuid,
  address text not null,
  request text not null,
  act text not null,
  what text not null
);

-- Whose account an act changed, where it was somebody else's hand: such a line is read in every club of theirs.
alter table audit add column about_id uuid;
create index audit_about on audit (about_id, id) where about_id is not null;
