-- Plants that a person says stand in one colony, so that each counts as evidence for the other. Kept once for each pair.
create table colony_link (
    plant integer not null references plant (id),
    other integer not null references plant (id),
    linked_by integer not null references person (id),
    linked_at timestamptz not null default now(),
    primary key (plant, other),
    check (plant < other)
);
create index colony_link_other on colony_link (other);
