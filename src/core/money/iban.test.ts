import { isIban } from "./iban";

test.each([
  ["EE68 9999 0000 0000 5555", true],
  ["ee689999000000005555", true],
  ["LT79 9999 9000 0000 1234", true],
  ["EE68 9999 0000 0000 5556", false],
  ["EE38", false],
  ["12345678901234", false],
  ["EE68-9999-0000-0000-5555", false],
])("%s: %s", (text, is) => expect(isIban(text)).toBe(is));
