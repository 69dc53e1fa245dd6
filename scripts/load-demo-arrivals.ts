import { sql } from "drizzle-orm";
import type { Database } from "@/db/connect";
import type { By } from "@/db/queries/activity";

/**
 * The days the demo's shipments arrived, as its carriers would have told: nearly all by the day that was promised, a few a day
 * or two later; by one service to Sweden every fifth, and on the road with freight every eighth. Of every ninth nobody said.
 */
export async function loadDemoArrivals(db: Database, by: By): Promise<void> {
  await db.execute(sql`
    insert into deliveries (order_number, service, origin, day, said_at, said_by)
    select distinct on (order_number, service, origin) order_number, service, origin,
      to_char(day + (case extract(isodow from day) when 6 then 2 when 7 then 1 else 0 end) * interval '1 day', 'YYYY-MM-DD'),
      ${by.now.toISOString()}::timestamptz, ${by.who.name}::text
    from (
      select own.*, case
        when h % 100 < late then latest + (1 + h % 3) * interval '1 day'
        else latest - (h % (1 + least(latest::date - earliest::date, 3))) * interval '1 day' end as day
      from (
        select s.order_number, s.service, s.origin, abs(hashtext(s.order_number || s.service || s.origin)) as h,
          (c.quote -> 'promise' ->> 'latest')::timestamp as latest,
          (c.quote -> 'promise' ->> 'earliest')::timestamp as earliest,
          case when s.service = 'TRN-ECO' and o.country = 'SE' then 20 when s.service like 'STP%' then 12 else 3 end as late
        from shipments s
        join orders o on o.charge = s.charge and o.number = s.order_number and o.state = 'handed-over'
        join charges c on c.id = s.charge
        where c.quote -> 'promise' is not null and s.service <> 'OWN-COLLECT'
      ) as own
      where h % 9 <> 0
    ) as told
    where day < ${by.now.toISOString()}::timestamptz - interval '3 days'
    order by order_number, service, origin
    on conflict do nothing`);
}
