import { isTypable, readTrial, trialName, trialText, type TrialWords } from "./trial-text";

const words: TrialWords = {
  channels: [
    { code: "web", name: "Web shop" },
    { code: "dealers", name: "Dealers" },
  ],
  country: "EE",
  weight: "kg",
};

const read = (text: string) => {
  const result = readTrial(text, words);
  if (!result.ok) throw new Error(result.text);
  return result.request;
};

test("goods, place and channel in one line", () => {
  expect(read("2 HIVE-10, 1 SMOKER to SE 62145, dealers")).toEqual({
    channel: "dealers",
    shipTo: { country: "SE", postcode: "62145" },
    lines: [
      { sku: "HIVE-10", quantity: 2 },
      { sku: "SMOKER", quantity: 1 },
    ],
  });
  expect(read("SMOKER")).toEqual({
    channel: "web",
    shipTo: { country: "EE" },
    lines: [{ sku: "SMOKER", quantity: 1 }],
  });
});

test.each([
  "2 HIVE-10, 1 SMOKER to SE 62145, web",
  "3 × 1.5 kg 30x20x10 cm at 12.00 to SE-I 62145, dealers, coupon HONEY, group dealer",
  "10 HIVE-10 less 5.00 tax 9 % from TRT 6 + GDY 4 to SE 62145, web, town Visby, tax number EE100, cash on delivery 120.50",
  "1 SMOKER to SE 62145, web, on 2027-01-05T06:30:00Z, collection point",
  "1 QUEEN to FI 90100, web, on 2027-01-05, cash on delivery, signature, PO box",
])("%s reads back as it was typed", (text) => {
  expect(trialText(read(text))).toBe(text);
  expect(isTypable(read(text))).toBe(true);
});

test.each([
  ["", "There are no goods"],
  ["a box of things to SE", "can't be read"],
  ["1 HIVE-10 to Narnia", "is not a place"],
  ["1 HIVE-10 to SE, marketstall", "neither a channel"],
  ["1 HIVE-10 to SE, on never", "neither a channel"],
])("%j is refused with its reason", (text, why) => {
  expect(readTrial(text, words)).toMatchObject({ ok: false, text: expect.stringContaining(why) as string });
});

test("a name says what goes where", () => {
  expect(trialName(read("2 HIVE-10, 1 SMOKER to SE 62145"))).toBe("2 × HIVE-10 + 1 → SE 62145");
  expect(trialName(read("1.5 kg to EE"))).toBe("1.5 kg → EE");
});

test.each([
  ["1 SMOKER to Sweden 62145", { country: "SE", postcode: "62145" }],
  ["1 SMOKER to Åland Islands AX-22100", { country: "AX", postcode: "AX-22100" }],
  ["1 SMOKER to finland", { country: "FI" }],
])("%s goes where the country of that name is", (text, place) => expect(read(text).shipTo).toEqual(place));
