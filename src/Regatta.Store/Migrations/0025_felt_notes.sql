-- How the leg before a note was, told by the same tap.
alter table noted_runs add column felt text not null default 'notSaid'
  check (felt in ('notSaid', 'slow', 'ratherSlow', 'usual', 'ratherFast', 'fast'));
