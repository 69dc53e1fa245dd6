import type { Destination } from "@/core/setup/primitives";

/** A destination as people write it: "SE 62*", "SE-I", "*". */
export function destinationText({ country, subdivision, postcode }: Destination): string {
  return [subdivision ?? country, postcode].filter(Boolean).join(" ");
}

/** "EE 92*, AX" and back: a place a comma, a country and perhaps a postcode pattern or a subdivision. */
export function readDestinations(text: string): Destination[] {
  return text
    .split(/[,;\n]+/)
    .map((part) => part.trim())
    .filter(Boolean)
    .map((part) => {
      const [first = "", ...rest] = part.split(/\s+/);
      const upper = first.toUpperCase();
      const postcode = rest.join("");
      const subdivision = /^[A-Z]{2}-/.test(upper) ? upper : undefined;
      return {
        country: subdivision ? upper.slice(0, 2) : upper,
        ...(subdivision ? { subdivision } : {}),
        ...(postcode ? { postcode } : {}),
      };
    });
}
