import type { Expectation, Trial } from "@/core/bench/trial";
import type { QuoteRequest } from "@/core/quote/request";

type Place = QuoteRequest["shipTo"];

const estonia: Place = { country: "EE", postcode: "10111", city: "Tallinn" };
const tampere: Place = { country: "FI", postcode: "33100", city: "Tampere" };
const visby: Place = { country: "SE", subdivision: "SE-I", postcode: "62145", city: "Visby" };
const riga: Place = { country: "LV", postcode: "LV-1010", city: "Riga" };

let count = 0;

function trial(
  name: string,
  channel: string,
  shipTo: Place,
  goods: readonly (readonly [quantity: number, sku: string])[],
  expects: readonly Expectation[] = [],
  more: Partial<QuoteRequest> = {},
): Trial {
  count += 1;
  return {
    id: `demo-${String(count).padStart(2, "0")}`,
    name,
    request: { channel, shipTo, lines: goods.map(([quantity, sku]) => ({ sku, quantity })), ...more },
    expects: [...expects],
  };
}

/** What the business keeps an eye on: everyday parcels, each edge that once went wrong, the dear ones. */
export const trials: readonly Trial[] = [
  trial("Frames → Tampere", "web", tampere, [[1, "FRAME-25"]], [{ offer: "post", is: "given" }]),
  trial(
    "Frames for a dealer → Vilnius",
    "dealers",
    { country: "LT", postcode: "01100", city: "Vilnius" },
    [[2, "FRAME-25"]],
    [
      { offer: "dealer-parcel", is: "given" },
      // what was agreed with the dealers for this year
      { offer: "dealer-parcel", charge: ["9.01", "9.01"] },
    ],
    { customer: { group: "dealer" } },
  ),
  trial("Smoker → Visby", "web", visby, [[1, "SMOKER"]], [{ offer: "post", is: "given" }]),
  trial("Hive kit → Riga", "web", riga, [[1, "HIVE-KIT"]]),
  trial("Just under free → Tallinn", "web", estonia, [[2, "SMOKER"]], [{ offer: "point", is: "given" }]),
  trial(
    "Just free → Tallinn",
    "web",
    estonia,
    [
      [2, "SMOKER"],
      [1, "QMARK"],
    ],
    [{ offer: "point", charge: ["0", "0"] }],
  ),
  trial(
    "Queens → Gdańsk",
    "web",
    { country: "PL", postcode: "80-001", city: "Gdańsk" },
    [[3, "QUEEN"]],
    [
      { offer: "letter", is: "withheld" },
      { offer: "express", is: "given" },
    ],
  ),
  trial("Oxalic acid → Stockholm", "market", { country: "SE", postcode: "11120", city: "Stockholm" }, [
    [2, "OXALIC-1"],
  ]),
  trial(
    "Syrup pallet → Kaunas",
    "dealers",
    { country: "LT", postcode: "44248", city: "Kaunas" },
    [[1, "SYRUP-700"]],
    [
      { offer: "pallet", is: "given" },
      { offer: "pallet", charge: ["0", "690"] },
    ],
    { customer: { group: "dealer" } },
  ),
  trial("Hives by telephone → Kärdla", "phone", { country: "EE", postcode: "92413", city: "Kärdla" }, [
    [4, "HIVE-10"],
    [1, "SMOKER"],
  ]),
];
