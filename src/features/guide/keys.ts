/** Keys by where they work: each with what it does. */
export const keyGroups: readonly {
  readonly name: string;
  readonly keys: readonly (readonly [key: string, does: string])[];
}[] = [
  {
    name: "Everywhere",
    keys: [
      ["Ctrl K", "find a page or a record by name or code"],
      ["?", "this page"],
      ["/", "search the list"],
      ["g, then o c z t i", "Origins, Carriers, Zones, Tariffs, Items"],
      ["g, then f g r b", "Offers, Gate, Orders, Recovery"],
      ["b", "open or close the bench"],
      ["Alt ↑, Alt ↓", "the trial before, the next trial"],
      ["Ctrl Z", "undo an edit of the setup"],
      ["Ctrl Shift Z", "redo it"],
    ],
  },
  {
    name: "Orders",
    keys: [
      ["j, k or ↓, ↑", "the next order, the one before"],
      ["1 to 9", "choose an offer"],
      ["a", "apply it"],
      ["r", "re-rate"],
      ["x", "select; with Shift as far as this one"],
      ["m", "rate and apply many"],
      ["n", "a new order"],
    ],
  },
  {
    name: "Grids",
    keys: [
      ["arrows", "move"],
      ["Enter", "store and go down"],
      ["Tab", "store and go right"],
      ["Esc", "discard what was typed"],
      ["Ctrl C, Ctrl V", "copy, paste a block"],
      ["Ctrl D, Ctrl R", "fill down, fill to the right"],
      ["Delete", "empty the selected cells"],
      ["Ctrl Del", "remove the selected rows"],
    ],
  },
];
