/** What made-up buyers of a shop put into their baskets, and where they live. */
export interface Shop {
  readonly channel: string;
  readonly prefix: string;
  readonly baskets: readonly (readonly (readonly [sku: string, quantity: number])[])[];
  readonly places: readonly Place[];
}

export interface Place {
  readonly country: string;
  readonly postcode: string;
  readonly city: string;
  readonly street: string;
}

const home: readonly Place[] = [
  { country: "EE", postcode: "51013", city: "Tartu", street: "Kase 4" },
  { country: "EE", postcode: "10133", city: "Tallinn", street: "Soo 12" },
  { country: "EE", postcode: "93819", city: "Kuressaare", street: "Sõnajala 2" },
  { country: "LV", postcode: "LV-1010", city: "Rīga", street: "Bišu iela 8" },
  { country: "LT", postcode: "44280", city: "Kaunas", street: "Medaus g. 5" },
  { country: "FI", postcode: "33100", city: "Tampere", street: "Mesitie 3" },
];
const north: readonly Place[] = [
  { country: "SE", postcode: "621 45", city: "Visby", street: "Ljunggatan 3" },
  { country: "SE", postcode: "211 45", city: "Malmö", street: "Honungsgatan 9" },
  { country: "DK", postcode: "3700", city: "Rønne", street: "Bivej 1" },
  { country: "FI", postcode: "00100", city: "Helsinki", street: "Mesitie 11" },
];

export const shops: readonly Shop[] = [
  {
    channel: "web",
    prefix: "S",
    baskets: [
      [["FRAME-25", 1]],
      [
        ["FRAME-25", 2],
        ["FOUND-5", 1],
      ],
      [["HIVE-10", 1]],
      [["SYRUP-14", 2]],
      [["SMOKER", 1]],
    ],
    places: home,
  },
  {
    channel: "market",
    prefix: "K",
    baskets: [[["FRAME-25", 1]], [["SMOKER", 1]], [["HIVE-10", 1]]],
    places: north,
  },
];

export const buyers = [
  "Aino Hakkaranta",
  "Sven Ålövik",
  "Rasa Medžiukaitė",
  "Marta Pasiekowska",
  "Endel Kuusk",
  "Ingeborg Fjellås",
] as const;
