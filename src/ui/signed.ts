/** A difference with its sign, a minus as it is printed. */
export function signed(text: string): string {
  if (text.startsWith("-")) return `−${text.slice(1)}`;
  return /^0*(\.0*)?$/.test(text) ? text : `+${text}`;
}
