-- When a change was asked for by the clock of who asked: a day without a network sends its changes later. Nothing is ordered by it.
alter table audit_entry add column asked_at timestamptz;
