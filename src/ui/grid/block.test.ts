import { blockBetween, fromClipboard, inBlock, moved, toClipboard } from "./block";

test("a block goes to the clipboard and comes back, whatever is in its cells", () => {
  const block = [
    ["1.20", "", 'said "no"'],
    ["two\nlines", "a\tb", "12,5"],
  ];
  expect(fromClipboard(toClipboard(block))).toEqual(block);
});

test("what other programs put there is read: Windows line ends, a last empty line, a quote inside a word", () => {
  expect(fromClipboard("1\t2\r\n3\t4\r\n")).toEqual([
    ["1", "2"],
    ["3", "4"],
  ]);
  expect(fromClipboard('5" pipe\tx')).toEqual([['5" pipe', "x"]]);
});

test("a block holds both its corners, from whichever corner it was drawn", () => {
  const block = blockBetween({ row: 4, column: 1 }, { row: 2, column: 3 });
  expect(inBlock(block, 2, 1)).toBe(true);
  expect(inBlock(block, 4, 3)).toBe(true);
  expect(inBlock(block, 5, 3)).toBe(false);
});

test("keys stay inside the grid", () => {
  const at = { row: 0, column: 2 };
  expect(moved("ArrowUp", at, 5, 3, 10, false)).toEqual(at);
  expect(moved("ArrowRight", at, 5, 3, 10, false)).toEqual(at);
  expect(moved("PageDown", at, 5, 3, 10, false)).toEqual({ row: 4, column: 2 });
  expect(moved("ArrowLeft", at, 5, 3, 10, true)).toEqual({ row: 0, column: 0 });
  expect(moved("a", at, 5, 3, 10, false)).toBeUndefined();
});
