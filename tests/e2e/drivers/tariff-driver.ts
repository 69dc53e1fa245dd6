import { expect, type Page } from "@playwright/test";
import { pasteInto } from "./paste-into";

/** The tariff workbench as a person works it: by keys. */
export class TariffDriver {
  constructor(readonly page: Page) {}

  /** Opens an edition with a cell active. */
  async open(code: string, edition: string, row: number, column: number): Promise<void> {
    await this.page.goto(`/tariffs/${code}?edition=${edition}&row=${row}&break=${column}`);
    await expect(this.grid).toBeFocused();
  }

  get grid() {
    return this.page.getByRole("grid");
  }

  /** The row and the break of the active cell, both from 0: the zone's code and its name stand before the first break. */
  async active(): Promise<readonly [row: number, column: number]> {
    const active = (await this.grid.getAttribute("aria-activedescendant")) ?? "";
    const [row, column] = active.split("-").slice(-2).map(Number);
    return [row!, column! - 2];
  }

  /** A cell by its row and its break, both from 0. */
  cell(row: number, column: number) {
    return this.grid.locator(
      `[role=row][aria-rowindex="${row + 2}"] [role=gridcell][aria-colindex="${column + 3}"]`,
    );
  }

  /** Types over the active cell and commits with Enter. */
  async type(text: string): Promise<void> {
    await this.page.keyboard.type(text);
    await this.page.keyboard.press("Enter");
  }

  async paste(text: string): Promise<void> {
    await pasteInto(this.grid, text);
  }
}
