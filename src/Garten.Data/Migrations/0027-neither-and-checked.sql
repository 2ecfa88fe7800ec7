-- An answer in a key may be "neither fits" (-1), and a feature may have been looked at a second time.
alter table walk_answer drop constraint walk_answer_lead_check;
alter table walk_answer add constraint walk_answer_lead_check check (lead >= 1 or lead = -1);
alter table observation drop constraint observation_certainty_check;
alter table observation add constraint observation_certainty_check
    check (certainty in ('Checked', 'Sure', 'Fairly', 'Unsure'));
