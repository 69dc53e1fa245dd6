import { recommendation19, transportModes, type TransportMode } from "@/core/setup/transport-mode";

/** What modes of transport are called. */
export const modeNames: Readonly<Record<TransportMode, string>> = {
  road: "road",
  rail: "rail",
  sea: "sea",
  air: "air",
  inlandWater: "inland water",
  mail: "mail",
};

const aliases: Readonly<Record<string, TransportMode>> = {
  lorry: "road",
  truck: "road",
  train: "rail",
  ship: "sea",
  ferry: "sea",
  plane: "air",
  flight: "air",
  post: "mail",
  barge: "inlandWater",
};

/** Modes as they are shown and typed: "air, sea". */
export function modesText(modes: readonly TransportMode[] = []): string {
  return modes.map((mode) => modeNames[mode]).join(", ");
}

/** Modes of a text, by their names, usual aliases or codes of UN/ECE Recommendation 19; `undefined` where one is none. */
export function readModes(text: string): TransportMode[] | undefined {
  const found = text
    .split(/[,;+/]/)
    .map((part) => part.trim().toLowerCase())
    .filter((part) => part !== "")
    .map((part) => modeOf(part));
  const known = found.filter((mode) => mode !== undefined);
  return known.length === found.length ? [...new Set(known)] : undefined;
}

function modeOf(text: string): TransportMode | undefined {
  const own = transportModes.find(
    (mode) => mode.toLowerCase() === text || modeNames[mode] === text || recommendation19[mode] === text,
  );
  return own ?? aliases[text];
}
