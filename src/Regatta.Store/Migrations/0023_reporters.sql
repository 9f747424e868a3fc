-- Who always writes the same helm, without a name, is left out or let in by the captain; and the sums know whom they weigh less.
create table reporter_verdicts (
  club_id bigint not null,
  class_id bigint not null,
  reporter text not null,
  verdict text not null check (verdict in ('LetIn', 'LeftOut')),
  decided_at timestamptz not null,
  primary key (club_id, class_id, reporter),
  foreign key (club_id, class_id) references classes on delete cascade
);
create trigger revision_insert after insert on reporter_verdicts referencing new table as changed
  for each statement execute function raise_revision('log');
create trigger revision_update after update on reporter_verdicts referencing new table as changed
  for each statement execute function raise_revision('log');
create trigger revision_delete after delete on reporter_verdicts referencing old table as changed
  for each statement execute function raise_revision('log');

alter table kept_layers add column reporters jsonb not null default '[]';
