-- Places drawn or brought in: plots, lines, bounds, ways and marks. Points are kept as latitude, longitude one after another.
create table place (
    id integer generated always as identity primary key,
    request uuid not null unique,
    name text not null check (length(name) between 1 and 120),
    kind text not null check (kind in ('Reserve', 'Site', 'Plot', 'Transect', 'Way', 'Mark')),
    form text not null check (form in ('Point', 'Line', 'Area')),
    points double precision[] not null check (cardinality(points) >= 2 and cardinality(points) % 2 = 0),
    site integer references site (id),
    note text not null default '' check (length(note) <= 2000),
    person integer not null references person (id),
    made_at timestamptz not null default now(),
    removed_at timestamptz
);

-- Where a plant stands, the latest said counting.
create table plant_position (
    id integer generated always as identity primary key,
    plant integer not null references plant (id),
    latitude double precision not null check (latitude between -90 and 90),
    longitude double precision not null check (longitude between -180 and 180),
    uncertainty_m double precision not null check (uncertainty_m > 0),
    typed text not null default '' check (length(typed) <= 100),
    person integer not null references person (id),
    said_at timestamptz not null default now()
);
create index plant_position_latest on plant_position (plant, id desc);

-- The ground the map is drawn on, as GeoJSON.
create table map_base (
    one boolean primary key default true check (one),
    content text not null
);
