import { readDate } from "./date-text";

test.each([
  ["2026-11-26", "2026-11-26"],
  ["26.11.2026", "2026-11-26"],
  ["1. 2. 2027", "2027-02-01"],
  ["03/04/2026", "03/04/2026"],
  ["soon", "soon"],
])("%s is read as %s", (typed, read) => expect(readDate(typed)).toBe(read));
