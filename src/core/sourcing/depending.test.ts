import type { OrderLine } from "../parcels/order-line";
import type { Sourcing } from "../setup/offer";
import { refused, reject } from "../working/reason";
import { anywhere, choose, perShipment } from "../../../tests/support/choose-way";
import { line, placesOf, raterOf, sourcing, wholly } from "../../../tests/support/sourcing";
import type { LineOrigins, Rater } from "./candidate";
import { chooseOrigins, sourcingQuestion } from "./choose-origins";

const one = [line(0)];

describe("where shipments depend on each other", () => {
  const eight = ["A", "B", "C", "D", "E", "F", "G", "H"];
  const many = (count: number) => Array.from({ length: count }, (_, i) => line(i));
  const asked = (lines: readonly OrderLine[], allowed: readonly LineOrigins[], how: Sourcing) =>
    sureOf(
      chooseOrigins(
        sourcingQuestion(lines, allowed, placesOf(eight), how),
        undefined,
        raterOf((_, part) => part.length, true),
      ),
    );
  const sureOf = (result: ReturnType<typeof chooseOrigins>) => {
    if (!result.ok) throw new Error(result.rejection.rejection.reason);
    return result.value.decision();
  };

  test("the cheapest place is taken where cost comes first, however near another is", () => {
    const how = sourcing(["lowestCost", "nearest"]);
    expect(choose({ lines: one, allowed: [anywhere], how })).toMatchObject({
      way: "A:0x1",
      by: "lowestCost",
      proven: true,
    });
  });

  test("up to forty lines and up to eight places are gone through; with more of either it is not proven", () => {
    const how = sourcing(["lowestCost"]);
    const atA = (count: number) =>
      wholly(
        many(count),
        many(count).map(() => ["A"]),
      );
    expect(asked(many(40), atA(40), how).proven).toBe(true);
    expect(asked(many(41), atA(41), how).proven).toBe(false);
    expect(asked(one, wholly(one, [eight]), how).proven).toBe(true);
    const nine = chooseOrigins(
      sourcingQuestion(one, wholly(one, [[...eight, "I"]]), placesOf([...eight, "I"]), how),
      undefined,
      raterOf((_, part) => part.length, true),
    );
    expect(sureOf(nine).proven).toBe(false);
  });

  test("pieces of one line that are too many to be gone through leave the whole order unproven", () => {
    const lines = [line(0, "X", 2), line(1, "Y", 200)];
    const pieces = lines.map(({ quantity }) => ({
      ok: true as const,
      value: ["A", "B", "C"].map((origin) => ({ origin, pieces: quantity })),
    }));
    const how = sourcing(["lowestCost"], "byPiece");
    expect(asked(lines, pieces, how).proven).toBe(false);
    expect(asked([lines[0]!], [pieces[0]!], how).proven).toBe(true);
  });

  test("what an improved answer was decided by is told as of the one it began with", () => {
    const lines = many(41);
    const allowed = lines.map(() => ["A", "B"]);
    const told = choose({ lines, allowed, how: sourcing(["nearest", "lowestCost"]) });
    expect(told).toMatchObject({ by: "nearest", proven: false });
    const cheap = choose({ lines, allowed, how: sourcing(["lowestCost", "nearest"]) });
    expect(cheap).toMatchObject({ by: "lowestCost", proven: false });
  });

  test("the next best place is one the offer leaves from", () => {
    const how = sourcing(["nearest"]);
    const near = choose({ lines: one, allowed: [anywhere], how, from: ["A", "B"] });
    expect(near).toMatchObject({ way: "B:0x1", by: "nearest" });
    const last = choose({ lines: one, allowed: [anywhere], how, from: ["A"] });
    expect(last).toMatchObject({ way: "A:0x1", by: "only" });
  });

  test("a place taken because a better one takes nothing is told as the only one", () => {
    const rater: Rater = {
      ...raterOf(perShipment, true),
      rate: (parts) =>
        parts.has("B")
          ? refused({ rejection: reject("no-service", { services: 1 }, ""), because: () => [] })
          : raterOf(perShipment, true).rate(parts),
    };
    const told = choose({ lines: one, allowed: [anywhere], how: sourcing(["nearest"]), rater });
    expect(told).toMatchObject({ way: "C:0x1", by: "only" });
  });
});
