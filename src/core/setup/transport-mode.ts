import { z } from "zod";

/** How goods are carried: the modes of UN/ECE Recommendation 19 that a delivery service can have. */
export const transportModes = ["road", "rail", "sea", "air", "inlandWater", "mail"] as const;

export const transportMode = z.enum(transportModes);
export type TransportMode = z.infer<typeof transportMode>;

/** Modes goods may not be carried by; an empty list forbids none. */
export const notBy = z.array(transportMode).max(transportModes.length);

/** The code of each mode in UN/ECE Recommendation 19. */
export const recommendation19: Readonly<Record<TransportMode, string>> = {
  sea: "1",
  rail: "2",
  road: "3",
  air: "4",
  mail: "5",
  inlandWater: "8",
};
