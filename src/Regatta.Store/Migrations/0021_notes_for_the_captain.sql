-- Who reads what a sailor writes of a session. What was written before was written for the sailor alone.
alter table session_logs add column note_for text not null default 'nobody' check (note_for in ('nobody', 'captain', 'captainByName'));
create index session_logs_notes on session_logs (club_id, class_id, sailed_at desc) where note <> '' and note_for <> 'nobody';
