-- Who changed a site, a place, a count, a line of one or a person's name, when, and what it was before. The database notes it itself, so that
-- no change is forgotten; whoever makes one says who they are in garten.person, and says garten.quiet where a change is none of anybody's
-- correcting: counting one more, or the lines of a count that goes as a whole.
create table row_history (
    id bigint generated always as identity primary key,
    kind text not null,
    subject uuid not null,
    before jsonb not null,
    after jsonb not null,
    person uuid not null references person (id),
    at timestamptz not null default now()
);
create index row_history_subject on row_history (subject, id desc);

create function note_change() returns trigger language plpgsql as $$
declare
    was jsonb := to_jsonb(old) - '{revision,lines,arrived,guide_version,apart,latitude,longitude}'::text[];
    became jsonb := to_jsonb(new) - '{revision,lines,arrived,guide_version,apart,latitude,longitude}'::text[];
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

alter table site add column removed_at timestamptz;
alter table count_sheet rename to every_count_sheet;
alter table every_count_sheet add column removed_at timestamptz;
create view count_sheet as
    select id, visit, protocol, plots, plot_area_m2, length_m, started, ended, companions, weather, note, made_at, lines, place, revision
    from every_count_sheet where removed_at is null;

create trigger site_noted after update on site for each row execute function note_change('Site');
create trigger place_noted after update on place for each row execute function note_change('Place');
create trigger count_noted after update on every_count_sheet for each row execute function note_change('Count');
create trigger line_noted after update on count_line for each row execute function note_change('Line');
create trigger person_noted after update on person for each row execute function note_change('Person');
