-- A count may be made at a place drawn on the map. Where a place lies in the main stands beside its points, for maps of many finds.
alter table place add column latitude double precision;
alter table place add column longitude double precision;
update place set
    latitude = (select avg(u.p) from unnest(points) with ordinality u (p, i) where u.i % 2 = 1),
    longitude = (select avg(u.p) from unnest(points) with ordinality u (p, i) where u.i % 2 = 0);
alter table place alter column latitude set not null;
alter table place alter column longitude set not null;
alter table count_sheet add column place integer references place (id);
create index count_sheet_place on count_sheet (place) where place is not null;
