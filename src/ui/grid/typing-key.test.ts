import { typingKey } from "./typing-key";

const press = (key: string, more: object = {}) =>
  typingKey({ key, ctrlKey: false, metaKey: false, shiftKey: false, ...more });

test("Enter goes down, Tab right or left, with Ctrl all selected cells are filled and nobody moves", () => {
  expect(press("Enter")).toEqual({ done: { row: 1, column: 0 }, everywhere: false });
  expect(press("Tab")).toEqual({ done: { row: 0, column: 1 }, everywhere: false });
  expect(press("Tab", { shiftKey: true })).toEqual({ done: { row: 0, column: -1 }, everywhere: false });
  expect(press("Enter", { ctrlKey: true })).toEqual({ done: undefined, everywhere: true });
  expect(press("Enter", { metaKey: true })).toEqual({ done: undefined, everywhere: true });
});

test("Esc gives up, Backspace takes a letter, everything else is typed", () => {
  expect(press("Escape")).toBe("give-up");
  expect(press("Backspace")).toBe("letter-back");
  for (const key of ["a", "7", ",", "ArrowLeft", "Delete", "Shift"]) expect(press(key)).toBeUndefined();
});
