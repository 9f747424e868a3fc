-- Accounts from beginning to end.
alter table people
  drop column access_failed_count,
  drop column lockout_end,
  add column email text check (length(email) <= 254),
  -- A junior's whole name; everybody but the club's coordinator reads display_name, which is shortened.
  add column full_name text,
  add column is_junior boolean not null default false,
  add column guardian_email text check (length(guardian_email) <= 254),
  add column second_factor boolean not null default false,
  add column authenticator_key text,
  -- Whether exported bundles may carry this sailor's notes and the time of day of their logs.
  add column shares_notes boolean not null default false,
  add column removed_at timestamptz;
create index people_by_email on people (lower(email)) where email is not null;

alter table memberships add column suspended_at timestamptz;
alter table clubs add column second_factor_required boolean not null default false;

-- One row for each time somebody signed in and is signed in since.
create table sign_ins (
  id uuid primary key,
  person_id uuid not null references people on delete cascade,
  began_at timestamptz not null,
  seen_at timestamptz not null,
  -- When password or passkey were last shown; grave acts ask for a fresh one.
  proved_at timestamptz not null,
  ended_at timestamptz,
  address text not null,
  device text not null
);
create index sign_ins_by_person on sign_ins (person_id, seen_at);

-- How often something was tried that is limited, such as a password for a name. The key is a hash of what is limited.
create table tries (
  bucket bytea primary key,
  since timestamptz not null,
  count int not null
);
create index tries_by_age on tries (since);

create table passkeys (
  credential_id bytea primary key,
  person_id uuid not null references people on delete cascade,
  data jsonb not null
);
create index passkeys_by_person on passkeys (person_id);

create table recovery_codes (
  person_id uuid not null references people on delete cascade,
  hash bytea not null,
  primary key (person_id, hash)
);

create table invitations (
  club_id bigint not null references clubs on delete cascade,
  id uuid not null,
  token_hash bytea not null unique,
  name text not null,
  email text not null check (length(email) <= 254),
  is_junior boolean not null,
  guardian_email text,
  roles text[] not null check (roles <@ array['coordinator', 'captain', 'sailor']),
  captain_of bigint,
  made_by uuid not null references people,
  made_at timestamptz not null,
  expires_at timestamptz not null,
  used_at timestamptz,
  withdrawn_at timestamptz,
  primary key (club_id, id),
  foreign key (club_id, captain_of) references classes on delete cascade
);

-- A member's own address of the club's calendar.
create table calendar_feeds (
  club_id bigint not null,
  person_id uuid not null,
  token_hash bytea not null unique,
  made_at timestamptz not null,
  primary key (club_id, person_id),
  foreign key (club_id, person_id) references memberships on delete cascade
);

-- What was done, by whom and from where. Rows are added, and forgotten when they are old; nothing else. They outlive club and person.
create table audit (
  id bigint generated always as identity primary key,
  at timestamptz not null,
  club_id bigint,
  person_id uuid,
  address text not null,
  request text not null,
  act text not null,
  what text not null,
  before text,
  after text,
  outcome text not null check (outcome in ('done', 'refused', 'broken'))
);
create index audit_by_club on audit (club_id, id);
create index audit_by_person on audit (person_id, id);

create function audit_only_grows() returns trigger language plpgsql as $$
begin
  if tg_op = 'DELETE' and old.at < now() - interval '365 days' then
    return old;
  end if;
  raise exception 'The audit trail is only added to.';
end $$;
create trigger audit_only_grows before update or delete on audit for each row execute function audit_only_grows();
create trigger audit_is_never_emptied before truncate on audit execute function audit_only_grows();
