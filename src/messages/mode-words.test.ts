import { transportModes } from "@/core/setup/transport-mode";
import { modesText, readModes } from "./mode-words";

describe("modes of transport as they are typed", () => {
  it.each([
    ["air", ["air"]],
    ["Air, sea", ["air", "sea"]],
    ["4; 1", ["air", "sea"]],
    ["plane + inland water", ["air", "inlandWater"]],
    ["post,mail", ["mail"]],
    ["", []],
  ])("reads %s", (text, modes) => {
    expect(readModes(text)).toEqual(modes);
  });

  it("refuses a text with anything else in it, whole", () => {
    expect(readModes("air, broom")).toBeUndefined();
    expect(readModes("7")).toBeUndefined();
  });

  it("reads what it writes", () => {
    expect(readModes(modesText(transportModes))).toEqual([...transportModes]);
  });
});
