-- A name is never changed, only withdrawn with a reason; a visit is never lost, only deleted and brought back. What stands is seen under
-- the old names of the tables, through views that are written through: whatever reads or writes there leaves out the rest. A column that is
-- added to one of these tables later needs its view made anew.
alter table determination rename to every_determination;
create table withdrawal (
    determination uuid primary key references every_determination (id),
    reason text not null check (length(reason) between 1 and 500),
    person uuid not null references person (id),
    at timestamptz not null default now()
);
create view determination as
    select * from every_determination d where not exists (select from withdrawal w where w.determination = d.id);

alter table plant_visit rename to every_plant_visit;
alter table every_plant_visit add column removed_at timestamptz;
create view plant_visit as
    select id, plant, visit, stage, sex, parts, altered, note from every_plant_visit where removed_at is null;

-- Visits that went from a plant to another one when the two were found to be one, so that they can be parted again.
create table merged_visit (
    plant uuid not null references plant (id),
    into_plant uuid not null references plant (id),
    plant_visit uuid not null references every_plant_visit (id),
    primary key (plant, plant_visit)
);

-- A plant into which one was merged that is hidden is hidden too: it bears its visits.
create or replace view sensitive_plant (id, taken_by) as
    with recursive hidden (id) as (
        select d.plant from every_determination d where d.taxon in (select taxon from sensitive_taxon)
        union
        select a.plant from plant_assessment a where a.taxon in (select taxon from sensitive_taxon)
        union
        select n.other from hidden h join (
            select plant, other from colony_neighbour union all select plant, into_plant from merged_visit) n on n.plant = h.id)
    select p.id, p.taken_by from plant p where p.id in (select id from hidden);
