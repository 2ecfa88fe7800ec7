-- Leaves of one sample may come from sun and shade, low branches and resprouts: each part says where it grew.
alter table sample_part
    add column exposure text check (exposure in ('Sun', 'Shade')),
    add column position text check (position in ('Basal', 'Middle', 'Upper', 'LowBranch', 'Resprout'));

update sample_part p set exposure = o.exposure, position = o.position from observation o where o.id = p.observation;
