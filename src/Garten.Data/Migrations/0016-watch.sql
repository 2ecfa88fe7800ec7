-- A watch of phenophases: shares of plants, of which none is a finding too.
alter table count_sheet drop constraint count_sheet_protocol_check;
alter table count_sheet add constraint count_sheet_protocol_check
    check (protocol in ('WalkThrough', 'TimedSearch', 'Quadrats', 'LineTransect', 'TreePlot', 'Population', 'PhenologyWatch'));
alter table count_line drop constraint count_line_unit_check;
alter table count_line add constraint count_line_unit_check
    check (unit in ('Presence', 'Individuals', 'Stems', 'Rosettes', 'Clumps', 'SquareMetres', 'CoverPercent', 'GirthCentimetres',
                    'InLeafPercent', 'InFlowerPercent', 'InFruitPercent', 'ColouringPercent'));
alter table count_line drop constraint count_line_amount_check;
alter table count_line add constraint count_line_amount_check
    check (amount > 0 or (amount = 0 and unit in ('InLeafPercent', 'InFlowerPercent', 'InFruitPercent', 'ColouringPercent')));
