-- Pictures of any part of a plant, on one of its visits, with what is said of them and drawn on them; the file stays as the camera made it.
alter table photo drop constraint photo_type_check;
alter table photo add constraint photo_type_check check (type in ('image/jpeg', 'image/png', 'image/webp'));
alter table photo add column thumbnail bytea;
alter table photo alter column thumbnail set storage external;

create table plant_picture (
    photo uuid not null references photo (id),
    plant_visit uuid not null references plant_visit (id),
    organ text not null check (organ in ('Habit', 'Bark', 'Twig', 'Bud', 'Leaf', 'Flower', 'Fruit', 'Place')),
    caption text not null default '' check (length(caption) <= 300),
    marks jsonb not null default '[]',
    added_by uuid not null references person (id),
    added_at timestamptz not null default clock_timestamp(),
    removed_at timestamptz,
    primary key (photo, plant_visit)
);
create index plant_picture_plant_visit on plant_picture (plant_visit);

-- What features were read from so far were leaves, measured.
insert into plant_picture (photo, plant_visit, organ, added_by, added_at)
select u.photo, u.plant_visit, 'Leaf', p.kept_by, min(u.used_at)
from photo_use u join photo p on p.id = u.photo
group by u.photo, u.plant_visit, p.kept_by;
