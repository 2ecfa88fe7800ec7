-- Who changes something away from the server cannot know the revision that leaves; they know the change it was made by.
alter table observation add column command uuid;
alter table walk add column command uuid;
-- A visit noted away from the server by one who had noted one that day already: what was recorded on it goes to that one.
create table same_visit (
    noted uuid primary key,
    kept uuid not null references every_plant_visit (id)
);

-- The same of a line of a count: what was entered of a name that stood there already joined that line.
create table same_line (
    noted uuid primary key,
    kept uuid not null references count_line (id)
);
alter table count_line add column command uuid;

-- The revision a change leaves as a device knows it that was away when it was made: its last 52 bits, below nothing.
create function revision_away(command uuid) returns bigint language sql immutable as $$
    select -1 - (('x' || right(replace(command::text, '-', ''), 13))::bit(52)::bigint)
$$;

create or replace function note_change() returns trigger language plpgsql as $$
declare
    was jsonb := to_jsonb(old) - '{revision,command,lines,arrived,guide_version,apart,latitude,longitude}'::text[];
    became jsonb := to_jsonb(new) - '{revision,command,lines,arrived,guide_version,apart,latitude,longitude}'::text[];
    who text := current_setting('garten.person', true);
begin
    if tg_argv[0] = 'Site' then
        was := was || jsonb_build_object('latitude', old.latitude, 'longitude', old.longitude);
        became := became || jsonb_build_object('latitude', new.latitude, 'longitude', new.longitude);
    end if;
    if was <> became and coalesce(who, '') <> '' and coalesce(current_setting('garten.quiet', true), '') <> 'on' then
        insert into row_history (kind, subject, before, after, person) values (tg_argv[0], old.id, was, became, who::uuid);
    end if;
    return null;
end $$;
