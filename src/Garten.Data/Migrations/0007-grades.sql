-- The grades a plant has had, each kept when it changed: a grade that fell must be told of.
create table plant_grade (
    id integer generated always as identity primary key,
    plant integer not null references plant (id),
    grade text not null check (grade in ('Unplaced', 'Leaning', 'Settled', 'Confirmed')),
    taxon text,
    because text not null default '' check (length(because) <= 4000),
    noted_at timestamptz not null default now()
);
create index plant_grade_latest on plant_grade (plant, id desc);

-- A person may overrule a grade, with a reason; a later row follows an earlier one, and one without a grade takes it back.
create table grade_overrule (
    id integer generated always as identity primary key,
    plant integer not null references plant (id),
    grade text check (grade in ('Unplaced', 'Leaning', 'Settled', 'Confirmed')),
    reason text not null check (length(reason) between 1 and 2000),
    person integer not null references person (id),
    given_at timestamptz not null default now()
);
create index grade_overrule_latest on grade_overrule (plant, id desc);
