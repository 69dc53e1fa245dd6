const LONGEST = 160;

/** An old or new value as it was noted (`{ value }`), short enough for a line. */
export function valueText(noted: unknown): string {
  if (noted === null || noted === undefined) return "";
  const value = typeof noted === "object" && "value" in noted ? noted.value : noted;
  if (value === null || value === undefined) return "";
  const text = typeof value === "object" ? JSON.stringify(value) : String(value);
  return text.length > LONGEST ? `${text.slice(0, LONGEST)}…` : text;
}
