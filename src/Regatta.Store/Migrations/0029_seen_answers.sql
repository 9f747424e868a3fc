-- A decision on what sailors saw alike, run after run: which question, and what made their answers alike.
alter table proposal_decisions add column question text, add column seen text,
  add constraint proposal_decisions_seen check ((question is null) = (seen is null));
