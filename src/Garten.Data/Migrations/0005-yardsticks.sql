-- Things of known size, each person's own: a hand span is nobody else's.
create table yardstick (
    person integer not null references person (id),
    name text not null check (length(name) between 1 and 40),
    millimetres double precision not null check (millimetres > 0),
    error double precision not null check (error > 0),
    primary key (person, name)
);
