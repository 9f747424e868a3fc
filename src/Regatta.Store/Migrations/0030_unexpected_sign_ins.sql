-- A sign-in by a browser and from an address that were never its owner's before: told to them until they say whose it was.
alter table sign_ins add column unexpected boolean not null default false;
