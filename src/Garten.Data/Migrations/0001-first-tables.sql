-- The guide, in every version that was ever loaded: a determination points at the version it was made with.
create table guide_version (
    id integer generated always as identity primary key,
    guide text not null,
    version text not null,
    title text not null,
    checksum text not null unique,
    loaded_at timestamptz not null default now()
);

create table guide_file (
    guide_version integer not null references guide_version (id) on delete cascade,
    path text not null,
    content bytea not null,
    primary key (guide_version, path)
);

create table guide_taxon (
    guide_version integer not null references guide_version (id) on delete cascade,
    taxon text not null,
    parent text,
    rank text not null,
    name text not null,
    author text not null,
    family text not null,
    genus text not null,
    common_name text not null,
    status text not null,
    primary key (guide_version, taxon),
    foreign key (guide_version, parent) references guide_taxon (guide_version, taxon)
);
create index guide_taxon_parent on guide_taxon (guide_version, parent);

create table guide_character (
    guide_version integer not null references guide_version (id) on delete cascade,
    character text not null,
    primary key (guide_version, character)
);

create table person (
    id integer generated always as identity primary key,
    name text not null unique check (length(name) between 1 and 120)
);

create table site (
    id integer generated always as identity primary key,
    name text not null unique check (length(name) between 1 and 120),
    description text not null default '' check (length(description) <= 2000),
    elevation_m double precision check (elevation_m between -430 and 8900),
    latitude double precision check (latitude between -90 and 90),
    longitude double precision check (longitude between -180 and 180),
    uncertainty_m double precision check (uncertainty_m > 0),
    habitats text[] not null default '{}'
);

-- One date, place and person in charge; many plants are seen on it.
create table visit (
    id integer generated always as identity primary key,
    site integer not null references site (id),
    visited_on date not null,
    recorder integer not null references person (id),
    unique (site, visited_on, recorder)
);

create table plant (
    id integer generated always as identity primary key,
    tag text not null unique check (tag ~ '^[A-Z]{1,4}-[0-9]{3,6}$'),
    request uuid not null unique,
    site integer not null references site (id),
    description text not null default '' check (length(description) <= 500),
    origin text not null default 'Unknown' check (origin in ('Unknown', 'Wild', 'Planted')),
    taken_by integer not null references person (id),
    taken_at timestamptz not null default now()
);

create table plant_visit (
    id integer generated always as identity primary key,
    plant integer not null references plant (id),
    visit integer not null references visit (id),
    stage text check (stage in ('Seedling', 'Sapling', 'Resprout', 'Mature', 'Rosette', 'Remains')),
    sex text check (sex in ('Male', 'Female', 'Both')),
    parts text[] not null default '{}',
    altered text[] not null default '{}',
    note text not null default '' check (length(note) <= 2000),
    unique (plant, visit)
);

create table observation (
    id integer generated always as identity primary key,
    plant_visit integer not null references plant_visit (id),
    guide_version integer not null,
    character text not null,
    finding text not null check (finding in ('States', 'Sample', 'Rough', 'Absent', 'Hidden')),
    states text[] not null default '{}',
    rough_typed text check (length(rough_typed) <= 200),
    rough_low double precision,
    rough_high double precision,
    rough_best double precision,
    hidden text check (hidden in ('TooEarly', 'Over', 'OutOfReach', 'WrongSexOrStage', 'Damaged')),
    certainty text not null check (certainty in ('Sure', 'Fairly', 'Unsure')),
    source text not null check (source in ('Attached', 'Fallen', 'OldRemains', 'Pressed', 'Picture')),
    altered text[] not null default '{}',
    exposure text check (exposure in ('Sun', 'Shade')),
    position text check (position in ('Basal', 'Middle', 'Upper', 'LowBranch', 'Resprout')),
    note text not null default '' check (length(note) <= 2000),
    recorded_by integer not null references person (id),
    recorded_at timestamptz not null default now(),
    revision bigint not null,
    unique (plant_visit, character),
    foreign key (guide_version, character) references guide_character (guide_version, character),
    check ((finding = 'States') = (cardinality(states) > 0)),
    check ((finding = 'Rough') = (rough_typed is not null)),
    check ((finding = 'Hidden') = (hidden is not null))
);

create table sample_part (
    observation integer not null references observation (id) on delete cascade,
    ordinal integer not null check (ordinal >= 1),
    value double precision not null,
    typed text not null check (length(typed) <= 60),
    primary key (observation, ordinal)
);

-- Revisions of observations and walks come from one row of numbers, so that one is never used twice for a thing
-- that was removed and recorded again.
create sequence revision_number;

create table walk (
    plant integer primary key references plant (id),
    start_key text not null,
    start_couplet integer not null,
    reopened_key text,
    reopened_couplet integer,
    revision bigint not null,
    check ((reopened_key is null) = (reopened_couplet is null))
);

create table walk_answer (
    plant integer not null references walk (plant) on delete cascade,
    ordinal integer not null check (ordinal >= 1),
    key text not null,
    couplet integer not null,
    lead integer check (lead >= 1),
    primary key (plant, ordinal),
    unique (plant, key, couplet)
);

-- Never changed and never removed: a later determination follows an earlier one.
create table determination (
    id integer generated always as identity primary key,
    plant integer not null references plant (id),
    request uuid not null unique,
    guide_version integer not null,
    taxon text not null,
    qualifier text not null check (qualifier in ('None', 'Cf', 'Aff', 'Doubtful')),
    full_name text not null,
    determined_by integer not null references person (id),
    determined_on date not null,
    given_at timestamptz not null default now(),
    remarks text not null default '' check (length(remarks) <= 2000),
    grounds jsonb not null,
    foreign key (guide_version, taxon) references guide_taxon (guide_version, taxon)
);
create index determination_plant on determination (plant, id desc);

create function refuse_change() returns trigger language plpgsql as $$
begin
    raise exception 'a determination is never changed or removed; give another one';
end $$;
create trigger determination_stands before update or delete on determination
    for each row execute function refuse_change();

-- What was changed on the bench, so that it can be undone and redone in order.
create table change (
    id bigint generated always as identity primary key,
    plant integer not null references plant (id),
    person integer not null references person (id),
    made_at timestamptz not null default now(),
    what text not null,
    kind text not null check (kind in ('Observation', 'Walk')),
    plant_visit integer references plant_visit (id),
    character text,
    before jsonb,
    after jsonb,
    undone boolean not null default false
);
create index change_plant on change (plant, id desc);

create table setting (
    name text primary key,
    value text not null
);
