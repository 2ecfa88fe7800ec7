-- What a feature was seen with; null is what the guide asks for.
alter table observation add column tool text check (tool in ('Eye', 'HandLens', 'Ruler', 'Knife'));
