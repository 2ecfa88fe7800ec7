-- What was counted on a visit by a protocol.
create table count_sheet (
    id integer generated always as identity primary key,
    request uuid not null unique,
    visit integer not null references visit (id),
    protocol text not null check (protocol in ('WalkThrough', 'TimedSearch', 'Quadrats', 'LineTransect', 'TreePlot', 'Population')),
    plots integer not null default 1 check (plots between 1 and 500),
    plot_area_m2 double precision check (plot_area_m2 > 0),
    length_m double precision check (length_m > 0),
    started time,
    ended time,
    companions text not null default '' check (length(companions) <= 500),
    weather text not null default '' check (length(weather) <= 200),
    note text not null default '' check (length(note) <= 2000),
    made_at timestamptz not null default now(),
    check (ended > started)
);
create index count_sheet_visit on count_sheet (visit);

-- A line taken away is kept, so that it can be put back.
create table count_line (
    id integer generated always as identity primary key,
    sheet integer not null references count_sheet (id),
    plot integer not null check (plot >= 1),
    guide_version integer not null,
    taxon text not null,
    qualifier text not null check (qualifier in ('None', 'Cf', 'Aff', 'Doubtful')),
    origin text not null check (origin in ('Unknown', 'Wild', 'Planted')),
    unit text not null check (unit in ('Presence', 'Individuals', 'Stems', 'Rosettes', 'Clumps', 'SquareMetres', 'CoverPercent', 'GirthCentimetres')),
    amount double precision check (amount > 0),
    note text not null default '' check (length(note) <= 500),
    person integer not null references person (id),
    entered_at timestamptz not null default now(),
    removed_at timestamptz,
    check ((unit = 'Presence') = (amount is null)),
    foreign key (guide_version, taxon) references guide_taxon (guide_version, taxon)
);
create unique index count_line_once on count_line (sheet, plot, taxon, qualifier, origin, unit)
    where removed_at is null and unit <> 'GirthCentimetres';
create index count_line_sheet on count_line (sheet);
