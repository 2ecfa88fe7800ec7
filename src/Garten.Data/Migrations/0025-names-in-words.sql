-- Names in words, for plants that no guide lists. They stand among the taxa under a version of their own, the 0th, so that all that joins
-- a record with its name finds them; above them may stand a taxon of any guide.
alter table guide_taxon drop constraint guide_taxon_guide_version_parent_fkey;
create index guide_taxon_below on guide_taxon (parent);
insert into guide_version (id, guide, version, title, checksum) overriding system value values (0, '', '', 'Names in words', '');

create table survey_name (
    taxon text primary key,
    guide_version integer not null default 0 check (guide_version = 0),
    kind text not null check (kind in ('Family', 'Genus', 'Species', 'Infraspecific', 'Cultivar', 'Cross', 'Working', 'NotIdentified')),
    synonyms text[] not null default '{}',
    common_names text[] not null default '{}',
    note text not null default '' check (length(note) <= 2000),
    sensitive boolean not null default false,
    person uuid not null references person (id),
    made_at timestamptz not null default now(),
    revision bigint not null default nextval('revision_number'),
    removed_at timestamptz,
    became text,
    foreign key (guide_version, taxon) references guide_taxon (guide_version, taxon)
);
create index survey_name_revision on survey_name (revision);

-- What was said of a name before it was said anew.
create table survey_name_history (
    id bigint generated always as identity primary key,
    taxon text not null references survey_name (taxon),
    person uuid not null references person (id),
    at timestamptz not null default now(),
    before jsonb not null,
    after jsonb not null
);
create index survey_name_history_taxon on survey_name_history (taxon, id desc);

-- Under what name a line was entered, where it was given another since.
alter table count_line add column entered_as text;
alter table count_line add column entered_as_version integer;
alter table count_line add foreign key (entered_as_version, entered_as) references guide_taxon (guide_version, taxon);
alter table count_line add check ((entered_as is null) = (entered_as_version is null));

-- A line that was given a name which stands on its sheet already stands beside that one: apart as itself, and not as a person.
alter table count_line drop constraint count_line_apart_fkey;
create index count_line_entered_as on count_line (entered_as) where entered_as is not null;
