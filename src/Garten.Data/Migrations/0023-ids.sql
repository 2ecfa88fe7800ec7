-- Things are named by ids that whoever makes them can make, so that a day without a network refers to itself. What had such a number
-- already, the one of the request that made it, keeps it as its id; other numbers become ids that no other thing bears: number 17 of a
-- table ends in its number, and stays before all that comes later.
create temporary table known_id on commit drop as
    select 3 as kind, id as number, request as id from plant
    union all select 6, id, request from determination
    union all select 9, id, request from count_sheet
    union all select 11, id, request from place;
create unique index known_id_number on known_id (kind, number);
create function id_of(kind integer, number integer) returns uuid language sql stable strict as
$$
    select coalesce(
        (select k.id from known_id k where k.kind = id_of.kind and k.number = id_of.number),
        ('00000000-0000-7' || lpad(to_hex(id_of.kind), 3, '0') || '-8000-' || lpad(to_hex(id_of.number), 12, '0'))::uuid)
$$;

-- An id where whoever asks for a thing gave it none: UUID version 7, the time in milliseconds, a counter that keeps those of one
-- statement in their order, and chance.
create sequence id_counter;
create function new_id() returns uuid language sql volatile as
$$
    select encode(
        overlay(
            set_byte(set_byte(r.bytes, 6, (112 | ((r.count >> 8) & 15))::int), 7, (r.count & 255)::int)
            placing substring(int8send((extract(epoch from clock_timestamp()) * 1000)::bigint) from 3) from 1 for 6),
        'hex')::uuid
    from (select uuid_send(gen_random_uuid()) as bytes, nextval('id_counter') as count) r
$$;

drop view sensitive_plant;
drop view colony_neighbour;
drop index count_line_once;
alter table colony_link drop constraint colony_link_check;
alter table determination disable trigger determination_stands;
alter table review disable trigger review_stands;

-- What came last is a matter of when it arrived here, not of clocks elsewhere.
alter table determination add column arrived bigint;
update determination set arrived = id;
alter table review add column arrived bigint;
update review set arrived = id;
alter table count_line add column arrived bigint;
update count_line set arrived = id;

-- What was recorded, as kept for undo, names its visit and person as the tables do.
update change set
    before = before || jsonb_build_object('PlantVisit', id_of(4, (before ->> 'PlantVisit')::int), 'RecordedBy', id_of(1, (before ->> 'RecordedBy')::int))
where kind = 'Observation' and before is not null;
update change set
    after = after || jsonb_build_object('PlantVisit', id_of(4, (after ->> 'PlantVisit')::int), 'RecordedBy', id_of(1, (after ->> 'RecordedBy')::int))
where kind = 'Observation' and after is not null;

update setting set
    name = 'trips:' || id_of(1, substr(name, 7)::int),
    value = case when value::jsonb ->> 'Start' is null then value
                 else jsonb_set(value::jsonb, '{Start}', to_jsonb(id_of(2, (value::jsonb ->> 'Start')::int)))::text end
where name ~ '^trips:[0-9]+$';

do $$
declare
    kinds constant text[] := array['person', 'site', 'plant', 'plant_visit', 'visit', 'determination', 'review', 'threat', 'count_sheet', 'count_line', 'place', 'observation'];
    links text[] := '{}';
    given record;
    link text;
begin
    create temporary table moving on commit drop as
        select c.conrelid::regclass as child, a.attname as pointing, array_position(kinds, c.confrelid::regclass::text) as kind, c.conname as name,
               pg_get_constraintdef(c.oid) as definition
        from pg_constraint c join pg_attribute a on a.attrelid = c.conrelid and a.attnum = c.conkey[1]
        where c.contype = 'f' and c.connamespace = 'public'::regnamespace
          and (c.confrelid::regclass::text = any(kinds) or (c.conrelid::regclass::text, c.confrelid::regclass::text) = ('walk_answer', 'walk'));
    for given in select * from moving loop
        execute format('alter table %s drop constraint %I', given.child, given.name);
    end loop;
    for given in select name, kind from unnest(kinds) with ordinality k (name, kind) loop
        execute format('alter table %I alter column id drop identity', given.name);
        execute format('alter table %I alter column id type uuid using id_of(%s, id)', given.name, given.kind);
        execute format('alter table %I alter column id set default new_id()', given.name);
    end loop;
    for given in select distinct child, pointing, coalesce(kind, 3) as kind from moving loop
        execute format('alter table %s alter column %I type uuid using id_of(%s, %I)', given.child, given.pointing, given.kind, given.pointing);
    end loop;
    for given in select * from moving loop
        execute format('alter table %s add constraint %I %s', given.child, given.name, given.definition);
    end loop;
end $$;

alter table determination alter column arrived set not null;
alter table determination alter column arrived add generated always as identity;
select setval(pg_get_serial_sequence('determination', 'arrived'), greatest((select max(arrived) from determination), 1));
alter table review alter column arrived set not null;
alter table review alter column arrived add generated always as identity;
select setval(pg_get_serial_sequence('review', 'arrived'), greatest((select max(arrived) from review), 1));
alter table count_line alter column arrived set not null;
alter table count_line alter column arrived add generated always as identity;
select setval(pg_get_serial_sequence('count_line', 'arrived'), greatest((select max(arrived) from count_line), 1));

drop index determination_plant;
create index determination_plant on determination (plant, arrived desc);
drop index review_determination;
create index review_determination on review (determination, arrived desc);
create unique index count_line_once on count_line (sheet, plot, taxon, qualifier, origin, unit, coalesce(apart, '00000000-0000-0000-0000-000000000000'))
    where removed_at is null and unit <> 'GirthCentimetres';
alter table determination enable trigger determination_stands;
alter table review enable trigger review_stands;

update colony_link set plant = other, other = plant where plant > other;
alter table colony_link add check (plant < other);
create view colony_neighbour (plant, other) as
    select plant, other from colony_link union all select other, plant from colony_link;
create view sensitive_plant (id, taken_by) as
    with recursive hidden (id) as (
        select d.plant from determination d where d.taxon in (select taxon from sensitive_taxon)
        union
        select a.plant from plant_assessment a where a.taxon in (select taxon from sensitive_taxon)
        union
        select n.other from hidden h join colony_neighbour n on n.plant = h.id)
    select p.id, p.taken_by from plant p where p.id in (select id from hidden);

alter table plant drop column request;
alter table determination drop column request;
alter table count_sheet drop column request;
alter table place drop column request;

create or replace function count_tally_again() returns trigger language plpgsql as $$
begin
    if tg_op = 'INSERT' then
        insert into count_tally (taxon, qualifier, lines)
        select taxon, qualifier, count(*) from arrived where removed_at is null group by taxon, qualifier;
        -- Now and then the rows of a name become one; those another statement is just gathering are left to it.
        if exists (select from arrived a where a.arrived % 500 = 0) then
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

-- Reckoned and planned again under the new ids when they are next asked for.
delete from plant_assessment;
delete from setting where name like 'trips-plan:%';
drop function id_of(integer, integer);
