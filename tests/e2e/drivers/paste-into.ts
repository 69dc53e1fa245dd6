import type { Locator } from "@playwright/test";

/** Hands a grid a block as the clipboard would. */
export async function pasteInto(grid: Locator, text: string): Promise<void> {
  await grid.evaluate((element, value) => {
    const data = new DataTransfer();
    data.setData("text/plain", value);
    element.dispatchEvent(
      new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true }),
    );
  }, text);
}
