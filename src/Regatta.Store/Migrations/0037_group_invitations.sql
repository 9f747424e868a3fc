-- An invitation may be for a whole group: each with its address takes one of its places, as a sailor, until its day.
alter table invitations alter column email drop not null,
  add column places int not null default 1 check (places between 1 and 60),
  add column taken int not null default 0 check (taken between 0 and places),
  add constraint invitations_group check (
    case when places = 1 then email is not null else email is null and not is_junior and captain_of is null and roles = '{sailor}' end);
update invitations set taken = 1 where used_at is not null;
