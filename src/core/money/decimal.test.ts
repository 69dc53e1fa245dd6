import fc from "fast-check";
import { minorUnit, moneyText, roundMoney } from "./currency";
import { Decimal, quotient, sum } from "./decimal";
import { convert, ExchangeRates } from "./exchange";
import { runs } from "../../../tests/support/runs";

const d = Decimal.of;
const decimals = fc
  .tuple(fc.bigInt({ min: -(10n ** 12n), max: 10n ** 12n }), fc.integer({ min: 0, max: 9 }))
  .map(([n, scale]) => {
    const digits = (n < 0n ? -n : n).toString().padStart(scale + 1, "0");
    const text = scale === 0 ? digits : `${digits.slice(0, -scale)}.${digits.slice(-scale)}`;
    return n < 0n ? `-${text}` : text;
  });
const seeded = { seed: 7, numRuns: runs(300) };

test("sums and products are exact where floats are not", () => {
  expect(d("0.1").plus(d("0.2")).equals(d("0.3"))).toBe(true);
  expect(d("1.10").times(d("1.10")).toString()).toBe("1.21");
  expect(sum([d("0.1"), d("0.2"), d("-0.3")]).sign).toBe(0);
});

test("adding and taking away again changes nothing; order does not matter", () => {
  fc.assert(
    fc.property(
      decimals,
      decimals,
      (a, b) =>
        d(a).plus(d(b)).minus(d(b)).equals(d(a)) &&
        d(a)
          .plus(d(b))
          .equals(d(b).plus(d(a))),
    ),
    seeded,
  );
});

test("text is read and written back to the same number", () => {
  fc.assert(
    fc.property(
      decimals,
      (text) => d(d(text).toString()).equals(d(text)) && d(text).toFixed(9).split(".")[1]!.length === 9,
    ),
    seeded,
  );
});

test.each(["", " ", "1e5", "12,5", "NaN", "Infinity", "--1", "1.", "0x10", "1_000"])(
  "%j is not a decimal",
  (text) => {
    expect(Decimal.read(text)).toBeUndefined();
  },
);

test.each([
  ["0.125", "0.13", "0.13", "0.12"],
  ["-0.125", "-0.13", "-0.12", "-0.13"],
  ["0.124", "0.12", "0.13", "0.12"],
  ["2", "2", "2", "2"],
])("%s to two digits: half away %s, ceiling %s, floor %s", (value, half, ceiling, floor) => {
  expect(d(value).rounded(2, "halfAwayFromZero").toString()).toBe(half);
  expect(d(value).rounded(2, "ceiling").toString()).toBe(ceiling);
  expect(d(value).rounded(2, "floor").toString()).toBe(floor);
});

test("a step is reached upwards, and a value on it stays", () => {
  expect(d("12.4").roundedToStep(d("0.5"), "ceiling").toString()).toBe("12.5");
  expect(d("12.5").roundedToStep(d("0.5"), "ceiling").toString()).toBe("12.5");
});

test("division names its digits, and by zero is the caller's fault", () => {
  expect(d("1").dividedBy(d("3"), 4, "halfAwayFromZero").toString()).toBe("0.3333");
  expect(d("2").dividedBy(d("3"), 4, "halfAwayFromZero").toString()).toBe("0.6667");
  expect(() => d("1").dividedBy(Decimal.zero, 2, "floor")).toThrow(RangeError);
});

test("money has the digits of its currency by ISO 4217", () => {
  expect([minorUnit("JPY"), minorUnit("EUR"), minorUnit("KWD")]).toEqual([0, 2, 3]);
  expect(moneyText(d("12.5"), "JPY")).toBe("13");
  expect(moneyText(d("12.5"), "KWD")).toBe("12.500");
  expect(roundMoney(d("-2.345"), "EUR").toString()).toBe("-2.35");
});

describe("exchange", () => {
  const rate = (from: string, to: string, value: string, asOf = "2026-11-02") => ({
    from,
    to,
    rate: d(value),
    asOf,
    source: "",
  });
  const rates = new ExchangeRates(
    [rate("SEK", "EUR", "0.0871"), rate("PLN", "EUR", "0.25"), rate("SEK", "EUR", "0.09", "2026-01-01")],
    "EUR",
  );
  const through = (amount: string, from: string, to: string) => {
    const conversion = rates.find(from, to);
    return conversion && convert(d(amount), conversion).toFixed(4);
  };

  test("direct, inverse, through the home currency; the newest rate counts", () => {
    expect(through("100", "SEK", "EUR")).toBe("8.7100");
    expect(through("8.71", "EUR", "SEK")).toBe("100.0000");
    expect(through("100", "SEK", "PLN")).toBe("34.8400");
    expect(through("5", "EUR", "EUR")).toBe("5.0000");
  });

  test("no rate is no conversion", () => {
    expect(through("1", "SEK", "NOK")).toBeUndefined();
  });
});

/** Coefficients on both sides of what a double holds, at any scale. */
const anySize = fc
  .tuple(
    fc.oneof(fc.bigInt({ min: -1000n, max: 1000n }), fc.bigInt({ min: -(10n ** 22n), max: 10n ** 22n })),
    fc.integer({ min: -3, max: 3 }),
    fc.integer({ min: 0, max: 12 }),
  )
  .map(([n, near, scale]) => {
    const edge = n % 3n === 0n ? BigInt(Number.MAX_SAFE_INTEGER) + BigInt(near) : n;
    return { n: edge, scale };
  });
const textOf = ({ n, scale }: { n: bigint; scale: number }) => {
  const digits = (n < 0n ? -n : n).toString().padStart(scale + 1, "0");
  const text = scale === 0 ? digits : `${digits.slice(0, -scale)}.${digits.slice(-scale)}`;
  return n < 0n ? `-${text}` : text;
};

test("small and large coefficients reckon alike: the same as whole numbers without a limit", () => {
  fc.assert(
    fc.property(anySize, anySize, (a, b) => {
      const [x, y] = [d(textOf(a)), d(textOf(b))];
      const scale = Math.max(a.scale, b.scale);
      const [p, q] = [a.n * 10n ** BigInt(scale - a.scale), b.n * 10n ** BigInt(scale - b.scale)];
      expect(x.plus(y).toFixed(scale)).toBe(textOf({ n: p + q, scale }));
      expect(x.minus(y).toFixed(scale)).toBe(textOf({ n: p - q, scale }));
      expect(x.times(y).toFixed(a.scale + b.scale)).toBe(textOf({ n: a.n * b.n, scale: a.scale + b.scale }));
      expect(x.compare(y)).toBe(p < q ? -1 : p > q ? 1 : 0);
      expect(x.sign).toBe(a.n < 0n ? -1 : a.n > 0n ? 1 : 0);
    }),
    { seed: 11, numRuns: runs(2000) },
  );
});

test("a quotient times its divisor is off by less than one step, on the side its rounding says", () => {
  fc.assert(
    fc.property(anySize, anySize, fc.integer({ min: 0, max: 20 }), (a, b, scale) => {
      fc.pre(b.n !== 0n);
      const [x, y] = [d(textOf(a)), d(textOf(b))];
      const step = d(textOf({ n: 1n, scale })).times(y.sign < 0 ? y.negated() : y);
      for (const rounding of ["floor", "ceiling", "halfAwayFromZero"] as const) {
        const quotient = x.dividedBy(y, scale, rounding);
        expect(quotient.scale).toBeLessThanOrEqual(scale);
        const rest = x.minus(quotient.times(y));
        const size = rest.sign < 0 ? rest.negated() : rest;
        expect(size.times(d(rounding === "halfAwayFromZero" ? "2" : "1")).moreThan(step)).toBe(false);
        if (rounding === "floor") expect(rest.sign * y.sign).not.toBe(-1);
        if (rounding === "ceiling") expect(rest.sign * y.sign).not.toBe(1);
      }
    }),
    { seed: 12, numRuns: runs(1000) },
  );
});

test("through quotients that do not end and back again a figure counts as what it is, at every size", () => {
  const divisor = fc.integer({ min: 1, max: 9999 }).map(Decimal.whole);
  fc.assert(
    fc.property(anySize, fc.array(divisor, { minLength: 1, maxLength: 2 }), (a, divisors) => {
      const x = d(textOf(a));
      const divided = divisors.reduce(quotient, x);
      const back = divisors.reduce((all, one) => all.times(one), divided);
      expect(back.settled().equals(x)).toBe(true);
      expect(roundMoney(back, "EUR").equals(roundMoney(x, "EUR"))).toBe(true);
      expect(moneyText(back, "JPY")).toBe(moneyText(x, "JPY"));
    }),
    { seed: 13, numRuns: runs(500) },
  );
});

test("what ends is itself, however small; a quotient by one is what it was of", () => {
  expect(d("0.00000000000000000001").settled().toString()).toBe("0.00000000000000000001");
  expect(quotient(d("12.345"), d("1"))).toEqual(d("12.345"));
  expect(quotient(d("10"), d("1.0")).toString()).toBe("10");
  expect(quotient(d("1"), d("3")).toString()).toBe("0.333333333333333333333333");
  expect(d("1").isOne && !d("10").isOne && !d("1.0").isOne && !d("-1").isOne).toBe(true);
});
