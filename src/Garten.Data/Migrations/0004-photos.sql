-- Pictures as they came from the camera, and what was read from them.
create table photo (
    id uuid primary key,
    name text not null check (length(name) between 1 and 200),
    type text not null check (type in ('image/jpeg', 'image/png')),
    width integer not null check (width between 1 and 12000),
    height integer not null check (height between 1 and 12000),
    taken_at timestamp,
    latitude double precision check (latitude between -90 and 90),
    longitude double precision check (longitude between -180 and 180),
    content bytea not null check (octet_length(content) <= 26214400),
    kept_by integer not null references person (id),
    kept_at timestamptz not null default now()
);

-- Pictures are packed already; trying again only costs time.
alter table photo alter column content set storage external;

create table photo_use (
    photo uuid not null references photo (id),
    plant_visit integer not null references plant_visit (id),
    character text not null,
    used_at timestamptz not null default now(),
    primary key (photo, plant_visit, character)
);

-- A plant's pictures are looked up with its sheet.
create index photo_use_plant_visit on photo_use (plant_visit);
