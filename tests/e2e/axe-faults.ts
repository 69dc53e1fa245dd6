import AxeBuilder from "@axe-core/playwright";
import type { Page } from "@playwright/test";

/** As long as a page without motion may take to be painted in another theme. */
const PAINT_MS = 150;

/** A rule that something on a page breaks, once for each theme and place. */
export interface AxeFault {
  readonly theme: "light" | "dark";
  readonly rule: string;
  readonly html: string;
}

/** What axe has against a page, in the light and, as far as it is about colour, in the dark; targets of 24 px too (WCAG 2.2, 2.5.8). */
export async function axeFaults(page: Page): Promise<AxeFault[]> {
  const found: AxeFault[] = [];
  for (const theme of ["light", "dark"] as const) {
    await page.evaluate((name) => (document.documentElement.dataset.theme = name), theme);
    await page.waitForTimeout(PAINT_MS);
    // no page has frames, and nobody reads what passed: a third of the time of the way that asks for both
    const builder = new AxeBuilder({ page })
      .setLegacyMode(true)
      .options({ resultTypes: ["violations"], rules: { "target-size": { enabled: true } } });
    const { violations } = await (theme === "dark"
      ? builder.withRules(["color-contrast"])
      : builder
    ).analyze();
    for (const { id, nodes } of violations)
      found.push(...nodes.map(({ html }) => ({ theme, rule: id, html })));
  }
  return found;
}
