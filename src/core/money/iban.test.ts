import { isIban } from "./iban";

test.each([
  ["EE38 2200 2210 2014 5685", true],
  ["ee382200221020145685", true],
  ["GB82 WEST 1234 5698 7654 32", true],
  ["EE38 2200 2210 2014 5686", false],
  ["EE38", false],
  ["12345678901234", false],
  ["EE38-2200-2210-2014-5685", false],
])("%s: %s", (text, is) => expect(isIban(text)).toBe(is));
