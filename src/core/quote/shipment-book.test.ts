import { now } from "../../../tests/support/quote-with";
import { line } from "../../../tests/support/sourcing";
import { smallestSetup, sure } from "../../../tests/support/smallest-setup";
import { Measures } from "../parcels/measures";
import { partOf } from "../parcels/order-line";
import { compileSetup } from "./compiled-setup";
import { journeyOf } from "./journey-of";
import { ShipmentBook } from "./shipment-book";

const goods = [line(0, "X", 4), line(1)];
const [first, second] = goods;

function bookOf() {
  const compiled = sure(compileSetup(smallestSetup()));
  const request = { channel: "web", shipTo: { country: "EE" }, lines: [] };
  const journey = journeyOf(compiled, request, "EUR", now);
  const measures = new Measures(goods);
  const context = { journey, exchange: compiled.exchange, liveRates: new Map(), now };
  return { book: new ShipmentBook(measures, context), measures, service: compiled.services.get("PARCEL")! };
}

test("all lines from a place are one shipment of the order's own measures, however the list was made", () => {
  const { book, measures } = bookOf();
  const whole = book.of("A", goods);
  expect(whole.shipment).toMatchObject({ origin: "A", lines: goods });
  expect(whole.shipment.measures).toBe(measures);
  expect(book.of("A", goods)).toBe(whole);
  expect(book.of("A", [...goods])).toBe(whole);
  const other = book.of("B", goods);
  expect(other).not.toBe(whole);
  expect(other.shipment).toMatchObject({ origin: "B" });
});

test("some lines, or some of a line's pieces, are a shipment of their own, measured once for all places", () => {
  const { book, measures } = bookOf();
  const part = book.of("A", [first!]);
  expect(book.of("A", [first!])).toBe(part);
  expect(part.shipment.measures).not.toBe(measures);
  expect(part.shipment.measures.quantity.toString()).toBe("4");
  expect(book.of("B", [first!]).shipment.measures).toBe(part.shipment.measures);
  const others = [
    book.of("A", [second!]),
    book.of("A", [partOf(first!, 3)]),
    // as many lines as the order has, and not the same
    book.of("A", [partOf(first!, 3), second!]),
    book.of("A", [second!, first!]),
  ];
  expect(new Set([part, ...others]).size).toBe(5);
  expect(others.map(({ shipment }) => shipment.measures.quantity.toString())).toEqual(["1", "3", "4", "5"]);
});

test("a service is asked once for each shipment", () => {
  const { book, service } = bookOf();
  const booked = book.of("SHED", goods);
  const answer = book.answer(service, booked);
  expect(answer).toMatchObject({ ok: true });
  expect(book.answer(service, booked)).toBe(answer);
  expect(book.answer(service, book.of("SHED", [first!]))).not.toBe(answer);
});
