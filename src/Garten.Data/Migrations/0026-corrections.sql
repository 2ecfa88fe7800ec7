-- What people put right: what it was, what it is, who did it and when. A plant that is deleted is only put away, with all that hangs on it.
create table correction (
    id bigint generated always as identity primary key,
    plant uuid not null references plant (id),
    what text not null check (length(what) between 1 and 200),
    changes jsonb not null,
    person uuid not null references person (id),
    at timestamptz not null default now()
);
create index correction_plant on correction (plant, id desc);

alter table plant add column removed_at timestamptz;
create index plant_removed on plant (id) where removed_at is not null;
