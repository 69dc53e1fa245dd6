const csv = (name: string, rows: readonly (readonly string[])[]) => ({
  name,
  mimeType: "text/csv",
  // as spreadsheets write them: a mark of the coding, semicolons, lines that end in two signs
  buffer: Buffer.from(`\ufeff${rows.map((row) => row.join(";")).join("\r\n")}\r\n`),
});

const ITEMS = 300;
const ORDERS = 200;
const sku = (i: number) => (i === 9 ? "RAKE-9" : `BR-${String(i).padStart(3, "0")}`);

/**
 * 300 items under a title and an empty line: weights in grams, in kilos with a comma and with their unit, one without
 * any; and two rows that can't be read.
 */
export function messyItems() {
  const weight = (i: number) =>
    i === 9 ? "" : i % 3 === 0 ? `${200 + i} g` : i % 3 === 1 ? "0,45 kg" : `${1 + (i % 7)},2 kg`;
  return csv("price list.csv", [
    ["Bramble & Daughters, goods", "", "", ""],
    ["", "", "", ""],
    ["Item number", " Title ", "Weight", "Price"],
    ...Array.from({ length: ITEMS }, (_, i) => [sku(i), `Garden good ${i}`, weight(i), `${10 + (i % 5)},00`]),
    ["", "no number", "1 kg", "1,00"],
    ["BR-HEAVY", "Roller", "heavy", "99,00"],
  ]);
}

/**
 * 200 orders, some of two lines, with dates of two forms, countries by name and code, prices with a comma. Two go
 * where no carrier drives, three hold what has no weight, three have an odd postcode; one more names no item there is.
 */
export function messyOrders() {
  const rows: string[][] = [];
  for (let i = 1; i <= ORDERS; i++) {
    const n = 1000 + i;
    const country = i === 41 || i === 42 ? "Norway" : i % 2 === 0 ? "Estonia" : "ee";
    const postcode = i === 41 || i === 42 ? "0150" : i >= 61 && i <= 63 ? "51O13" : "51013";
    const goods = i >= 51 && i <= 53 ? 9 : i === 3 ? 10 : 20 + i;
    const date = i % 2 === 0 ? "2026-11-24" : "24.11.2026";
    const head = [`B-${n}`, date, `Buyer ${i}`, "Kase 4", postcode, " Tartu ", country];
    rows.push([...head, sku(goods), String(1 + (i % 3)), "10,00"]);
    if (i % 10 === 0) rows.push([...head, sku(200), "2", "12,50"]);
  }
  rows.push(["B-1999", "24.11.2026", "Buyer", "Kase 4", "51013", "Tartu", "EE", "NO-SUCH", "1", "1,00"]);
  return csv("orders of the week.csv", [
    ["Order no", "Order date", "Buyer", "Address", "ZIP", "City", "Country", "SKU", "Qty", "Unit price"],
    ...rows,
  ]);
}
