-- A boat that was sold or broken up keeps her logs and her measurements, and is offered to nobody any more.
alter table boats add column retired_on date;
