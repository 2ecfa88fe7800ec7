-- The tables say what the screen and the code say.
alter table deed rename to audit_entry;
alter index deed_person rename to audit_entry_person;
alter function refuse_deed_change() rename to refuse_audit_change;
alter trigger deed_stands on audit_entry rename to audit_entry_stands;
alter table determination rename column grounds to reasons;
update setting set name = 'trips' || substr(name, 7) where name like 'rounds:%';
-- A plan is made again when it is asked for.
delete from setting where name like 'rounds-sought:%';
