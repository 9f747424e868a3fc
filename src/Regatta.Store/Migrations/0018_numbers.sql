-- A number nothing can be computed with closed the class it stood in for everybody. Marks, heels and gusts beyond what can be go, with the
-- run's number kept; what was counted of their classes is made anew from the logs. From here on the database says no.
delete from kept_bases k using session_logs l, log_marks m
  where (l.club_id, l.class_id) = (k.club_id, k.class_id) and (m.club_id, m.log_id) = (l.club_id, l.id)
    and not (abs(m.mark) <= 1e6 and coalesce(abs(m.card_mark) <= 1e6, true));
delete from log_marks where not abs(mark) <= 1e6;
update log_marks set card_mark = null where not abs(card_mark) <= 1e6;
delete from kept_bases k using session_logs l, runs r
  where (l.club_id, l.class_id) = (k.club_id, k.class_id) and (r.club_id, r.log_id) = (l.club_id, l.id) and not abs(r.heel) <= 90;
update runs set heel = null where not abs(heel) <= 90;
update runs set gust = null where not (gust >= 0 and gust <= 60);
update noted_runs set control = null, mark = null where not abs(mark) <= 1e6;
alter table log_marks add check (abs(mark) <= 1e6), add check (abs(card_mark) <= 1e6);
alter table noted_runs add check (abs(mark) <= 1e6);
alter table runs add check (abs(heel) <= 90), add check (gust between 0 and 60), add check (wind_to <= 100);
