import { breakEvenQuery } from "./break-even-query";
import { recoveryQuery, shipmentsHref } from "./recovery-query";

test("an address says which shipments; what it can't say counts as not said", () => {
  const href = shipmentsHref(
    { from: "2026-01", to: "2026-03" },
    { zone: "A/1", break: "2|5|kg|upTo" },
    { page: "3" },
  );
  const query = recoveryQuery(Object.fromEntries(new URL(href, "http://x").searchParams));
  expect(query).toMatchObject({
    from: "2026-01",
    to: "2026-03",
    values: { zone: "A/1", break: "2|5|kg|upTo" },
    page: 2,
    by: "service",
    across: "break",
    show: "margin",
  });
  expect(
    recoveryQuery({ by: "drop table", show: "x", page: "-1", span: ["day", "week"], concession: "free" }),
  ).toMatchObject({ by: "service", show: "margin", page: 0, span: undefined, concession: "free" });
});

test("an empty value is asked for: shipments without it", () => {
  const href = shipmentsHref({ from: "2026-01", to: "2026-01" }, { customerGroup: "" });
  expect(recoveryQuery(Object.fromEntries(new URL(href, "http://x").searchParams)).values).toEqual({
    customerGroup: "",
  });
});

test.each([
  [
    { margin: "15", step: "0.50" },
    { marginPercent: "15", step: "0.50" },
  ],
  [
    { margin: "91", step: "0.03" },
    { marginPercent: "0", step: "0.10" },
  ],
  [{ margin: "-5" }, { marginPercent: "0", step: "0.10" }],
  [
    { margin: "1e1", tariff: ["a", "b"] },
    { marginPercent: "0", tariff: undefined },
  ],
])("what %j asks to be worked out is %j", (params, asked) => {
  expect(breakEvenQuery(params)).toMatchObject(asked);
});
