import { reject } from "../working/reason";
import { decidingReason } from "./deciding-reason";

const own = reject("no-service", { services: 2 }, "offers/parcel/services");
const elsewhere = reject(
  "origin-not-served-by-service",
  { origin: "TRT", service: "Van" },
  "services/VAN/origins",
);
const heavy = reject("po-box", { name: "Post" }, "services/POST/accepts");
const of = (...rejections: (typeof own)[]) =>
  decidingReason({
    rejection: own,
    because: rejections.map((rejection) => ({ service: "S", rejection }) as never),
  });

test("a service that leaves from where the goods are says why, before one that leaves from elsewhere", () => {
  expect(of(elsewhere, heavy)).toBe(heavy);
  expect(of(heavy, elsewhere)).toBe(heavy);
});

test("where none leaves from there the first says so; without services the offer's own reason is told", () => {
  expect(of(elsewhere)).toBe(elsewhere);
  expect(of()).toBe(own);
});
