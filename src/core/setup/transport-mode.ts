/** How goods are carried: the modes of UN/ECE Recommendation 19 that a delivery service can have. */
export const transportModes = ["road", "rail", "sea", "air", "inlandWater", "mail"] as const;
export type TransportMode = (typeof transportModes)[number];

/** The code of each mode in UN/ECE Recommendation 19. */
export const recommendation19: Readonly<Record<TransportMode, string>> = {
  sea: "1",
  rail: "2",
  road: "3",
  air: "4",
  mail: "5",
  inlandWater: "8",
};
