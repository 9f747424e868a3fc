-- What an edit kept of the definition has the schema of its time, and says which parts it touched.
alter table class_edits add column schema int, add column touches text[] not null default '{}';
update class_edits set schema = 5, touches = array(select jsonb_object_keys(coalesce(after, before))) where coalesce(after, before) is not null;
alter table class_edits add check ((schema is null) = (before is null and after is null));
