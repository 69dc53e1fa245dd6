import type { Setup } from "@/core/setup/setup";

const officeDays = [1, 2, 3, 4, 5];

/** The four places goods leave from. Towns and postcode shapes are real geography, everything else is made up. */
export const origins: Setup["origins"] = [
  {
    code: "TRT",
    name: "Tartu main warehouse",
    kind: "warehouse",
    address: { lines: ["Mesika 12"], city: "Tartu", subdivision: "EE-79", postcode: "50107", country: "EE" },
    position: { lat: 58.37, lon: 26.72 },
    contact: { name: "Despatch desk", phone: "+372 5550 0101", email: "despatch@nettle-comb.example" },
    timeZone: "Europe/Tallinn",
    cutOff: "14:00",
    handlingDays: 1,
    workdays: officeDays,
    holidays: ["2026-12-24", "2026-12-25", "2027-01-01", "2027-02-24"],
    rank: 1,
    active: true,
  },
  {
    code: "GDY",
    name: "Gdynia second warehouse",
    kind: "warehouse",
    address: {
      lines: ["ul. Pasieczna 4"],
      city: "Gdynia",
      subdivision: "PL-22",
      postcode: "81-340",
      country: "PL",
    },
    position: { lat: 54.52, lon: 18.53 },
    contact: { name: "Magazyn", phone: "+48 555 010 204", email: "gdynia@nettle-comb.example" },
    timeZone: "Europe/Warsaw",
    cutOff: "12:30",
    handlingDays: 1,
    workdays: officeDays,
    holidays: ["2026-12-24", "2026-12-25", "2027-01-01", "2027-01-06"],
    rank: 2,
    refusesGoodsClasses: ["live"],
    active: true,
  },
  {
    code: "NYK",
    name: "Nyköping store",
    kind: "store",
    address: {
      lines: ["Biskötargränd 3"],
      city: "Nyköping",
      subdivision: "SE-D",
      postcode: "611 30",
      country: "SE",
    },
    position: { lat: 58.75, lon: 17.01 },
    contact: { name: "Butiken", phone: "+46 155 555 010", email: "nykoping@nettle-comb.example" },
    timeZone: "Europe/Stockholm",
    cutOff: "11:00",
    handlingDays: 0,
    workdays: [1, 2, 3, 4, 5, 6],
    holidays: ["2026-12-24", "2026-12-25", "2026-12-26", "2027-01-01", "2027-01-06"],
    rank: 3,
    serves: [{ country: "SE" }, { country: "NO" }, { country: "DK" }, { country: "AX" }],
    refusesGoodsClasses: ["dangerous"],
    active: true,
  },
  {
    code: "CES",
    name: "Cēsis joinery",
    kind: "supplier",
    address: {
      lines: ["Stropu iela 7"],
      city: "Cēsis",
      subdivision: "LV-022",
      postcode: "LV-4101",
      country: "LV",
    },
    position: { lat: 57.31, lon: 25.27 },
    contact: { name: "Galdniecība", email: "cesis@nettle-comb.example" },
    timeZone: "Europe/Riga",
    cutOff: "10:00",
    handlingDays: 5,
    workdays: [1, 2, 3, 4],
    rank: 4,
    refusesGoodsClasses: ["live", "liquid", "dangerous"],
    active: true,
  },
];

export const goodsClasses: Setup["goodsClasses"] = [
  { code: "bulky", name: "Bulky", defaultWeight: { value: "9.5", unit: "kg" } },
  { code: "liquid", name: "Liquid" },
  { code: "live", name: "Live bees" },
  { code: "dangerous", name: "Dangerous", notBy: ["air"] },
  { code: "small", name: "Small", defaultWeight: { value: "150", unit: "g" } },
];

type Entries = Setup["zoneCharts"][number]["entries"];

/** Islands and far places every chart of the post and of the courier treats apart. */
const apart: Entries = [
  { zone: "3", country: "EE", postcode: "92*" },
  { zone: "3", country: "EE", postcode: "93*" },
  { zone: "3", country: "EE", postcode: "94*" },
  { zone: "6", country: "AX" },
  { zone: "6", country: "FI", postcode: "22*" },
  { zone: "6", country: "SE", postcode: "62*" },
  { zone: "6", country: "DK", postcode: "3700..3790" },
  { zone: "8", country: "FI", postcode: "97..99" },
  { zone: "8", country: "SE", postcode: "93..98" },
];

const notSvalbard: Entries = [
  { zone: null, country: "NO", postcode: "9170..9179" },
  { zone: null, country: "SJ" },
];

const union: Entries = [
  "AT",
  "BE",
  "CZ",
  "DE",
  "ES",
  "FR",
  "HU",
  "IE",
  "IT",
  "LU",
  "NL",
  "PT",
  "SI",
  "SK",
].map((country) => ({ zone: "10", country }));

const baltic: Entries = [
  { zone: "1", country: "EE" },
  { zone: "2", country: "LV" },
  { zone: "2", country: "LT" },
  { zone: "4", country: "FI" },
  { zone: "5", country: "SE" },
  { zone: "5", country: "DK" },
  { zone: "7", country: "PL" },
  { zone: "9", country: "NO" },
];

const baseZones = [
  { code: "1", name: "Estonia" },
  { code: "2", name: "Latvia, Lithuania" },
  { code: "3", name: "Saaremaa, Hiiumaa" },
  { code: "4", name: "Finland" },
  { code: "5", name: "Sweden, Denmark" },
  { code: "6", name: "Gotland, Åland, Bornholm" },
  { code: "7", name: "Poland" },
  { code: "8", name: "Northern Lapland, Norrland" },
  { code: "9", name: "Norway" },
  { code: "10", name: "Rest of the Union" },
];

export const zoneCharts: Setup["zoneCharts"] = [
  {
    code: "PNP",
    name: "Pinepost zones",
    zones: [...baseZones, { code: "11", name: "Everywhere else" }],
    entries: [...baltic, ...apart, ...notSvalbard, ...union, { zone: "11", country: "*" }],
  },
  {
    code: "TRN",
    name: "Ternwing zones",
    zones: baseZones,
    entries: [...baltic, ...apart, ...notSvalbard, ...union],
  },
  {
    code: "STP-TRT",
    name: "Stonepier from Tartu",
    origins: ["TRT", "CES"],
    zones: [
      { code: "A", name: "Baltics" },
      { code: "B", name: "Finland, Poland" },
      { code: "C", name: "Sweden, Denmark, Germany" },
      { code: "D", name: "By ferry" },
    ],
    entries: [
      { zone: "A", country: "EE" },
      { zone: "A", country: "LV" },
      { zone: "A", country: "LT" },
      { zone: "B", country: "FI" },
      { zone: null, country: "FI", postcode: "99*" },
      { zone: "B", country: "PL" },
      { zone: "C", country: "SE" },
      { zone: "C", country: "DK" },
      { zone: "C", country: "DE" },
      { zone: "D", country: "EE", postcode: "92..94" },
      { zone: "D", country: "SE", postcode: "62*" },
      { zone: "D", country: "AX" },
      { zone: "D", country: "DK", postcode: "3700..3790" },
    ],
  },
  {
    code: "STP-GDY",
    name: "Stonepier from Gdynia",
    origins: ["GDY"],
    zones: [
      { code: "A", name: "Poland" },
      { code: "B", name: "Germany, Baltics" },
      { code: "C", name: "Sweden, Denmark, Finland" },
    ],
    entries: [
      { zone: "A", country: "PL" },
      { zone: "B", country: "DE" },
      { zone: "B", country: "LT" },
      { zone: "B", country: "LV" },
      { zone: "B", country: "EE" },
      { zone: "C", country: "SE" },
      { zone: "C", country: "DK" },
      { zone: "C", country: "FI" },
      { zone: null, country: "SE", postcode: "62*" },
      { zone: null, country: "DK", postcode: "3700..3790" },
    ],
  },
  {
    code: "AMB",
    name: "Amberway islands",
    zones: [
      { code: "MUHU", name: "Muhu, eastern Saaremaa" },
      { code: "SAARE", name: "Saaremaa" },
      { code: "HIIU", name: "Hiiumaa" },
      { code: "ALAND", name: "Åland" },
      { code: "GOTLAND", name: "Gotland" },
    ],
    entries: [
      { zone: "SAARE", country: "EE", postcode: "93*" },
      { zone: "MUHU", country: "EE", postcode: "94*" },
      { zone: "HIIU", country: "EE", postcode: "92*" },
      { zone: "ALAND", country: "AX" },
      { zone: "ALAND", country: "FI", postcode: "22*" },
      { zone: "GOTLAND", country: "SE", postcode: "62*" },
    ],
  },
  {
    code: "SHOP",
    name: "What we tell customers",
    zones: [
      { code: "HOME", name: "Estonia" },
      { code: "NEAR", name: "Latvia, Lithuania, Finland" },
      { code: "SEA", name: "Sweden, Denmark, Poland" },
      { code: "ISLES", name: "Islands and the far north" },
      { code: "FAR", name: "Norway and the rest of the Union" },
    ],
    entries: [
      { zone: "HOME", country: "EE" },
      { zone: "NEAR", country: "LV" },
      { zone: "NEAR", country: "LT" },
      { zone: "NEAR", country: "FI" },
      { zone: "SEA", country: "SE" },
      { zone: "SEA", country: "DK" },
      { zone: "SEA", country: "PL" },
      ...apart.map((entry) => ({ ...entry, zone: "ISLES" })),
      { zone: "FAR", country: "NO" },
      ...notSvalbard,
      ...union.map((entry) => ({ ...entry, zone: "FAR" })),
    ],
  },
];
