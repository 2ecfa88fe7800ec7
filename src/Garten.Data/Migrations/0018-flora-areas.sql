-- Sites may lie in areas of the guide whose floras are told of apart; where taxa stand there unlike at large.
alter table site add column flora_area text not null default '';
create table guide_taxon_area (
    guide_version integer not null,
    taxon text not null,
    area text not null,
    status text not null,
    primary key (guide_version, taxon, area),
    foreign key (guide_version, taxon) references guide_taxon (guide_version, taxon)
);
