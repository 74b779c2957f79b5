-- What a trial said when it ended: evidence about its fault from then on.
alter table trials add column answer jsonb;
