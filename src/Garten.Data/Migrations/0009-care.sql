-- How a plant is found again: landmarks, each with the way from it to the plant.
create table plant_landmark (
    plant integer not null references plant (id),
    place smallint not null check (place between 1 and 5),
    name text not null check (length(name) between 1 and 200),
    bearing double precision not null check (bearing >= 0 and bearing < 360),
    metres double precision not null check (metres > 0 and metres <= 5000),
    primary key (plant, place)
);

-- What threatens a plant, who was told of it, and what came of that.
create table threat (
    id integer generated always as identity primary key,
    plant integer not null references plant (id),
    kind text not null check (kind in ('Mowing', 'Trampling', 'Browsing', 'Felling', 'Digging', 'Flooding', 'Other')),
    note text not null default '' check (length(note) <= 2000),
    seen_on date not null,
    told text not null default '' check (length(told) <= 200),
    told_on date,
    outcome text not null default '' check (length(outcome) <= 2000),
    settled_on date,
    person integer not null references person (id),
    noted_at timestamptz not null default now()
);
create index threat_plant on threat (plant);

-- Rosettes marked before they flower, and how many of them flowered, year by year.
create table population_count (
    plant integer not null references plant (id),
    year integer not null check (year between 1800 and 2200),
    marked integer not null check (marked between 1 and 1000000),
    marked_on date not null,
    flowering integer check (flowering between 0 and marked),
    flowering_on date,
    person integer not null references person (id),
    primary key (plant, year),
    check ((flowering is null) = (flowering_on is null))
);

-- The day on which snow is usually gone from a site; both empty where none lies.
alter table site
    add column snow_gone_month smallint check (snow_gone_month between 1 and 12),
    add column snow_gone_day smallint check (snow_gone_day between 1 and 31),
    add check ((snow_gone_month is null) = (snow_gone_day is null));

-- Days of a weather station, as brought in from a file; they stand before those of a station that is connected.
create table weather_day (
    day date primary key,
    lowest double precision not null check (lowest between -90 and 60),
    highest double precision not null check (highest between -90 and 60),
    check (lowest <= highest)
);
