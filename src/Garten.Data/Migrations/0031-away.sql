-- Who changes something away from the server cannot know the revision that leaves; they know the change it was made by.
alter table observation add column command uuid;
alter table walk add column command uuid;
-- A visit noted away from the server by one who had noted one that day already: what was recorded on it goes to that one.
create table same_visit (
    noted uuid primary key,
    kept uuid not null references every_plant_visit (id)
);
