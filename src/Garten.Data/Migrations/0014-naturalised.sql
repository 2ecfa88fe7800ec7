-- What people brought and now grows by itself is told apart from what came by itself.
alter table plant drop constraint plant_origin_check;
alter table plant add constraint plant_origin_check check (origin in ('Unknown', 'Wild', 'Naturalised', 'Planted'));
alter table count_line drop constraint count_line_origin_check;
alter table count_line add constraint count_line_origin_check check (origin in ('Unknown', 'Wild', 'Naturalised', 'Planted'));
