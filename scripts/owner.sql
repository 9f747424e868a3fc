-- Gives what older starts made to the role that owns the database and brings it to a newer schema. The app's own role reads and writes
-- rows, and can neither change a table nor turn off what guards one. Extensions stay as they are.
alter schema public owner to regatta_owner;
do $$
declare
  t record;
begin
  for t in
    select format('alter %s %s owner to regatta_owner', case c.relkind when 'S' then 'sequence' when 'v' then 'view' else 'table' end, c.oid::regclass) as command
    from pg_class c
    where c.relnamespace = 'public'::regnamespace and c.relkind in ('r', 'p', 'v', 'S') and c.relowner <> 'regatta_owner'::regrole
      and not exists (select from pg_depend d where d.objid = c.oid and d.deptype in ('a', 'i', 'e') and d.classid = 'pg_class'::regclass)
    union all
    select format('alter function %s owner to regatta_owner', p.oid::regprocedure)
    from pg_proc p
    where p.pronamespace = 'public'::regnamespace and p.proowner <> 'regatta_owner'::regrole
      and not exists (select from pg_depend d where d.objid = p.oid and d.deptype = 'e')
  loop
    execute t.command;
  end loop;
end $$;
grant usage on schema public to regatta_app;
grant select, insert, update, delete on all tables in schema public to regatta_app;
grant usage, select, update on all sequences in schema public to regatta_app;
alter default privileges for role regatta_owner in schema public grant select, insert, update, delete on tables to regatta_app;
alter default privileges for role regatta_owner in schema public grant usage, select, update on sequences to regatta_app;
