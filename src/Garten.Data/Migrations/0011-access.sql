-- Who may enter, and as what. A person without an account stands on records but cannot enter.
create table account (
    person integer primary key references person (id),
    role text not null check (role in ('Reader', 'Surveyor', 'Determiner', 'Steward')),
    trusted boolean not null default false,
    -- Null for accounts of the demo, which are entered by one press and only on a demo start.
    password_hash text,
    -- Changes with the password and when the account is closed, so that cookies given before end.
    stamp uuid not null default gen_random_uuid(),
    failures integer not null default 0 check (failures >= 0),
    shut_until timestamptz,
    closed_at timestamptz,
    made_at timestamptz not null default now()
);

-- What was done, by whom. Never changed, only added to.
create table deed (
    id bigint generated always as identity primary key,
    done_at timestamptz not null default now(),
    person integer references person (id),
    role text check (role in ('Reader', 'Surveyor', 'Determiner', 'Steward')),
    what text not null,
    path text not null,
    status integer not null
);
create index deed_person on deed (person, id desc);

create function refuse_deed_change() returns trigger language plpgsql as $$
begin
    raise exception 'what was done is never changed or removed';
end $$;
create trigger deed_stands before update or delete on deed
    for each row execute function refuse_deed_change();

-- Keys that sign the cookies: in the database, so that several servers before it accept each other's.
create table cookie_key (
    name text primary key,
    content text not null,
    kept_at timestamptz not null default now()
);
