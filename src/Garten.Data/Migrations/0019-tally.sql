-- How many lines bear each name, kept with every change, so that a summary of all need not read them. Each statement adds rows of its
-- own: nobody waits for the row of a common species that another is counting too. The sum over a name's rows is its number.
create table count_tally (
    taxon text not null,
    qualifier text not null,
    lines bigint not null
);
insert into count_tally (taxon, qualifier, lines)
select taxon, qualifier, count(*) from count_line where removed_at is null group by taxon, qualifier;

create function count_tally_again() returns trigger language plpgsql as $$
begin
    if tg_op = 'INSERT' then
        insert into count_tally (taxon, qualifier, lines)
        select taxon, qualifier, count(*) from arrived where removed_at is null group by taxon, qualifier;
        -- Now and then the rows of a name become one; those another statement is just gathering are left to it.
        if exists (select from arrived where id % 500 = 0) then
            with gone as (
                delete from count_tally where ctid = any(array(select ctid from count_tally for update skip locked))
                returning taxon, qualifier, lines)
            insert into count_tally (taxon, qualifier, lines)
            select taxon, qualifier, sum(lines) from gone group by taxon, qualifier having sum(lines) <> 0;
        end if;
    else
        insert into count_tally (taxon, qualifier, lines)
        select taxon, qualifier, sum(one)
        from (
            select taxon, qualifier, 1 as one from arrived where removed_at is null
            union all
            select taxon, qualifier, -1 from gone where removed_at is null) b
        group by taxon, qualifier having sum(one) <> 0;
    end if;
    return null;
end $$;
create trigger count_line_tallied after insert on count_line referencing new table as arrived
    for each statement execute function count_tally_again();
create trigger count_line_tallied_anew after update on count_line referencing old table as gone new table as arrived
    for each statement execute function count_tally_again();
