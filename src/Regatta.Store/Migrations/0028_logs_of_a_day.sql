-- How many logs a person has kept in a day is asked before one more is.
create index session_logs_kept on session_logs (club_id, sailor_id, logged_at);
