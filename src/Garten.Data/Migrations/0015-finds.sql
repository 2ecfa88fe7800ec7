-- Finding one's way in a survey of a million lines. What each index is for stands in docs/performance.md.
create extension if not exists pg_trgm;

-- How many lines a sheet has, kept with every change, so that sums over visits need not count them.
alter table count_sheet add column lines integer not null default 0 check (lines >= 0);
update count_sheet c set lines = (select count(*) from count_line l where l.sheet = c.id and l.removed_at is null);

create function count_lines_again() returns trigger language plpgsql as $$
begin
    if tg_op = 'INSERT' then
        update count_sheet c set lines = c.lines + n.more
        from (select sheet, count(*)::integer as more from arrived where removed_at is null group by sheet) n
        where c.id = n.sheet;
    else
        update count_sheet c set lines = c.lines + n.more
        from (
            select sheet, sum(one)::integer as more
            from (select sheet, 1 as one from arrived where removed_at is null union all select sheet, -1 from gone where removed_at is null) b
            group by sheet having sum(one) <> 0) n
        where c.id = n.sheet;
    end if;
    return null;
end $$;
create trigger count_line_added after insert on count_line referencing new table as arrived
    for each statement execute function count_lines_again();
create trigger count_line_changed after update on count_line referencing old table as gone new table as arrived
    for each statement execute function count_lines_again();

create index count_line_taxon on count_line (taxon, qualifier) where removed_at is null;
create index count_line_note on count_line using gin (note gin_trgm_ops) where note <> '';
create index visit_day on visit (visited_on);
create index visit_recorder on visit (recorder);
create index plant_site on plant (site);
create index plant_visit_visit on plant_visit (visit);
