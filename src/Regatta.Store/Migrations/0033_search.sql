-- Words are found although they are mistyped or only begun.
create extension if not exists pg_trgm;
-- Of what one wrote in one's own logs, by whole words.
create index session_logs_by_words on session_logs using gin (to_tsvector('simple', note)) where note <> '' and removed_at is null;
