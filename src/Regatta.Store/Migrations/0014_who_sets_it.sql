-- Controls say who aboard sets them. Histories hold controls as they were; those say so too, or they could not be undone.
create function with_who(members jsonb) returns jsonb language sql as $$
  select coalesce(jsonb_object_agg(key, case
    when key like 'controls.%' and value <> 'null' then '{"who": ""}'::jsonb || value
    else value end), '{}') from jsonb_each(members)
$$;
update class_edits set before = with_who(before) where before is not null;
update class_edits set after = with_who(after) where after is not null;
drop function with_who(jsonb);
