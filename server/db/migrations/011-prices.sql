-- What a swing's faults cost is kept with the capture it was read from, and with the verdict it was said in.
alter table motions add column price jsonb;
alter table verdicts add column prices jsonb;
