-- Gives what an older start made as the server's superuser to the app's own role. Extensions stay as they are.
alter schema public owner to regatta_app;
do $$
declare
  t record;
begin
  for t in
    select format('alter %s %s owner to regatta_app', case c.relkind when 'S' then 'sequence' when 'v' then 'view' else 'table' end, c.oid::regclass) as command
    from pg_class c
    where c.relnamespace = 'public'::regnamespace and c.relkind in ('r', 'p', 'v', 'S') and c.relowner <> 'regatta_app'::regrole
      and not exists (select from pg_depend d where d.objid = c.oid and d.deptype in ('a', 'i', 'e') and d.classid = 'pg_class'::regclass)
    union all
    select format('alter function %s owner to regatta_app', p.oid::regprocedure)
    from pg_proc p
    where p.pronamespace = 'public'::regnamespace and p.proowner <> 'regatta_app'::regrole
      and not exists (select from pg_depend d where d.objid = p.oid and d.deptype = 'e')
  loop
    execute t.command;
  end loop;
end $$;
