-- Original files stand in the content store under their hash; rows only name them. What older versions kept in rows is moved
-- there when the program starts.
alter table imports add column original_sha256 text check (length(original_sha256) = 64);
alter table motions add column content_sha256 text check (length(content_sha256) = 64);
alter table motions alter column content drop not null;
alter table ground_records add column content_sha256 text check (length(content_sha256) = 64);
alter table ground_records alter column content drop not null;
create index imports_by_original on imports (original_sha256) where original_sha256 is not null;
create index motions_by_content on motions (content_sha256);
create index ground_records_by_content on ground_records (content_sha256);
