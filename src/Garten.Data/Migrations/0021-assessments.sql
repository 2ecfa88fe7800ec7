-- What is reckoned of a plant at one revision, kept with the change that made it so; what was kept is of one version of the guide.
alter table plant add column revision bigint not null default nextval('revision_number');
create table plant_assessment (
    plant integer primary key references plant (id),
    revision bigint not null,
    guide_version integer not null references guide_version (id),
    grade text not null check (grade in ('Unplaced', 'Leaning', 'Settled', 'Confirmed')),
    taxon text,
    content jsonb not null,
    reckoned_at timestamptz not null default now()
);
create index plant_assessment_taxon on plant_assessment (taxon);
create index determination_taxon on determination (taxon);

-- The names whose exact places are not for everyone, by the guide in use.
create table sensitive_taxon (taxon text primary key);

-- Plants whose place is not for everyone: ever given such a name, reckoned to be one, or in one colony with one, however far along it.
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

-- A line of a sensitive name that somebody entered who may not see those of others stands beside theirs: neither is lost, none is told.
alter table count_line add column apart integer references person (id);
drop index count_line_once;
create unique index count_line_once on count_line (sheet, plot, taxon, qualifier, origin, unit, coalesce(apart, 0))
    where removed_at is null and unit <> 'GirthCentimetres';

-- Every change has a number the client gave it; the audit says which.
alter table deed add column command uuid;
drop index done_request_done_at;

-- How old the part looked at was.
alter table observation add column age text check (age in ('First', 'Mature', 'Withering', 'ThisYear', 'Old'));

-- What somebody wrote is never overwritten by somebody who had not read it: everything that can be changed has a revision.
alter table site add column revision bigint not null default nextval('revision_number');
alter table place add column revision bigint not null default nextval('revision_number');
alter table threat add column revision bigint not null default nextval('revision_number');
alter table population_count add column revision bigint not null default nextval('revision_number');
alter table count_sheet add column revision bigint not null default nextval('revision_number');
alter table count_line add column revision bigint not null default 0;
alter table plant add column landmarks_revision bigint not null default nextval('revision_number');
