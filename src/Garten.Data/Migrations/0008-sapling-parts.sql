-- A leaf may also come from a sapling that stands with the plant.
alter table sample_part
    drop constraint sample_part_position_check,
    add constraint sample_part_position_check check (position in ('Basal', 'Middle', 'Upper', 'LowBranch', 'Resprout', 'Sapling'));
alter table observation
    drop constraint observation_position_check,
    add constraint observation_position_check check (position in ('Basal', 'Middle', 'Upper', 'LowBranch', 'Resprout', 'Sapling'));
