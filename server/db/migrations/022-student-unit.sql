-- Unit of speed that a student's own page shows; null where it is the practice's.
alter table students add column speed_unit text check (speed_unit in ('mph', 'm/s', 'km/h'));
