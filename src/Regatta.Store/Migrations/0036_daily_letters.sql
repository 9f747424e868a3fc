-- Who wants a letter a day of what is new, and when they had the last one. Nobody gets any who did not ask for it.
alter table people
  add column letters text not null default 'none' check (letters in ('none', 'daily')),
  add column letter_at timestamptz;
