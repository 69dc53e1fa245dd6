import { journalCsv } from "./journal-csv";

test("a journal says what each sum is, of which carrier, charge type and tax rate", () => {
  const text = journalCsv(
    "2026-10",
    "EUR",
    [
      {
        kind: "charged",
        carrier: "",
        type: "freight",
        taxPercent: "22",
        count: 3,
        net: "10.00",
        tax: "2.20",
      },
      { kind: "accrued", carrier: "PNP", type: "", taxPercent: "", count: 2, net: "7.10", tax: "" },
    ],
    (code) => (code === "PNP" ? "Pinepost" : code),
  );
  expect(text.trim().split(/\r?\n/)).toEqual([
    "month,entry,carrier,charge type,tax %,count,net (EUR),tax (EUR)",
    "2026-10,charged to customers,several,freight,22,3,10.00,2.20",
    "2026-10,accrued: left and not billed,Pinepost,,,2,7.10,",
  ]);
});
