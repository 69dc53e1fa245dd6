const LONGEST = 160;

/** An old or new value as it was noted (`{ value }`), short enough for a line. */
export function valueText(noted: unknown): string {
  if (noted === null || noted === undefined) return "";
  const value = typeof noted === "object" && "value" in noted ? noted.value : noted;
  if (value === null || value === undefined) return "";
  return plainValue(value);
}

/** A value of the setup, short enough for a line. */
export function plainValue(value: unknown): string {
  const text = plain(value);
  return text.length > LONGEST ? `${text.slice(0, LONGEST)}…` : text;
}

/** A value field by field, "zone: 3, country: DK"; what lies deeper in brackets. */
function plain(value: unknown, inside = false): string {
  if (value === null || value === undefined) return "none";
  if (typeof value !== "object") return String(value);
  const text = Array.isArray(value)
    ? value.map((one) => plain(one, true)).join(", ")
    : Object.entries(value)
        .map(([field, part]) => `${field}: ${plain(part, true)}`)
        .join(", ");
  return inside ? `(${text})` : text;
}
