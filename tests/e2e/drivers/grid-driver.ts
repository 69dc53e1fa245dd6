import { expect, type Locator, type Page } from "@playwright/test";
import { pasteInto } from "./paste-into";

/** A grid as a person works it: a cell is chosen, typed into, pasted over. */
export class GridDriver {
  readonly grid: Locator;

  constructor(
    readonly page: Page,
    name: string,
  ) {
    this.grid = page.getByRole("grid", { name, exact: true });
  }

  /** A cell by its row and column, both from 0. */
  cell(row: number, column: number): Locator {
    return this.grid.locator(
      `[role=row][aria-rowindex="${row + 2}"] [role=gridcell][aria-colindex="${column + 1}"]`,
    );
  }

  /** How many rows there are, the empty one for a new entry among them. */
  async rows(): Promise<number> {
    return Number(await this.grid.getAttribute("aria-rowcount")) - 1;
  }

  /** Types over a cell, commits it, and waits until it is stored. */
  async put(row: number, column: number, text: string): Promise<void> {
    await this.cell(row, column).click();
    await this.page.keyboard.type(text);
    await this.page.keyboard.press("Enter");
    await this.settled();
  }

  /** Puts a block on the clipboard's way into the grid, from a cell on. */
  async paste(row: number, column: number, text: string): Promise<void> {
    await this.cell(row, column).click();
    await pasteInto(this.grid, text);
  }

  /** Nothing typed is on its way any more. */
  async settled(): Promise<void> {
    await expect(this.grid.locator("[role=gridcell].italic")).toHaveCount(0);
  }
}
