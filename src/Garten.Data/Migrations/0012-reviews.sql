-- What others say of a name that was given: added to, never changed.
create table review (
    id integer generated always as identity primary key,
    determination integer not null references determination (id),
    reviewer integer not null references person (id),
    verdict text not null check (verdict in ('Agrees', 'Differs', 'AsksMore')),
    remark text not null default '' check (length(remark) <= 2000),
    given_at timestamptz not null default now(),
    check (verdict = 'Agrees' or remark <> '')
);
create index review_determination on review (determination, id desc);
create trigger review_stands before update or delete on review
    for each row execute function refuse_change();

-- Specimens taken, so that a name can be checked for ever.
create table voucher (
    number text primary key check (length(number) between 1 and 60),
    plant integer not null references plant (id),
    kept_at text not null check (length(kept_at) between 1 and 200),
    taken_on date not null,
    stand integer not null check (stand >= 1),
    taken integer not null check (taken >= 0),
    permit text not null default '' check (length(permit) <= 200),
    person integer not null references person (id),
    noted_at timestamptz not null default now()
);
create index voucher_plant on voucher (plant);
