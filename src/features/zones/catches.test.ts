import type { ZoneChart } from "@/core/setup/zone-chart";
import { catchesOf, ordersByZone } from "./catches";

const chart: ZoneChart = {
  code: "C",
  name: "C",
  zones: ["1", "2", "3"].map((code) => ({ code, name: code })),
  entries: [
    { zone: "1", country: "EE" },
    { zone: "2", country: "EE", postcode: "1*" },
    { zone: "1", country: "LV" },
    { zone: "3", country: "FI" },
    { zone: null, country: "FI", subdivision: "FI-01" },
  ],
};
const to = (country: string, postcode: string, orders: number, subdivision: string | null = null) => ({
  country,
  postcode,
  subdivision,
  orders,
});

test("orders fall to the narrowest entry, and zones have those of all their entries", () => {
  const catches = catchesOf(chart, [to("EE", "10 111", 3), to("EE", "80010", 2), to("LV", "", 4)]);
  expect(catches).toMatchObject({ orders: 9, missedOrders: 0, missedPlaces: 0, missed: [] });
  expect(new Map(catches.byEntry)).toEqual(
    new Map([
      [0, 2],
      [1, 3],
      [2, 4],
    ]),
  );
  expect(ordersByZone(chart, catches)).toEqual(
    new Map([
      ["2", 3],
      ["1", 6],
    ]),
  );
});

test("a place that is not served is an entry's, but no zone's; a zone no order went to is in nothing", () => {
  const catches = catchesOf(chart, [to("FI", "22100", 5, "FI-01")]);
  expect(catches).toMatchObject({ byEntry: [[4, 5]], missedOrders: 0 });
  expect(ordersByZone(chart, catches).size).toBe(0);
});

test("every order no entry holds is counted, also those of places that are not listed", () => {
  const catches = catchesOf(
    chart,
    Array.from({ length: 30 }, (_, i) => to("SE", String(10000 + i), i + 1)),
  );
  expect(catches.missed).toHaveLength(12);
  expect(catches.missed[0]).toEqual({ place: "SE 10029", orders: 30 });
  expect(catches).toMatchObject({ orders: 465, missedOrders: 465, missedPlaces: 30 });
});
