-- Usual spellings of the driver are one club; figures of sessions follow by their trigger.
update blocks set club = 'driver' where club ~* '^\s*(driver|dr|1 ?-?w(ood)?)\s*$' and club <> 'driver';
-- A lesson has one set-up for each club.
update setups s set club = 'driver'
where s.id = (
  select o.id from setups o where o.lesson_id = s.lesson_id and o.club ~* '^\s*(driver|dr|1 ?-?w(ood)?)\s*$'
  order by (o.club = 'driver') desc, o.id limit 1
) and s.club <> 'driver';
