-- Who published is an account, so that a name goes with it; the text is for versions that came from elsewhere.
alter table versions add column published_by_id uuid references people;
alter table versions disable trigger versions_never_change;
update versions v set published_by_id = p.id
  from people p join memberships m on m.person_id = p.id
  where m.club_id = v.club_id and p.display_name = v.published_by
    and not exists (select from people o join memberships om on om.person_id = o.id
      where om.club_id = v.club_id and o.display_name = v.published_by and o.id <> p.id);
update versions set published_by = '' where published_by_id is not null;
alter table versions enable trigger versions_never_change;
create index versions_by_publisher on versions (published_by_id) where published_by_id is not null;
