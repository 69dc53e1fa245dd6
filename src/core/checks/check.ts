import { compileSetup } from "../quote/compiled-setup";
import { findDangling } from "../setup/dangling";
import type { Item } from "../setup/item";
import type { Setup } from "../setup/setup";
import { editionFindings } from "./edition-findings";
import { finding, type Finding } from "./finding";
import { exceptionFindings, itemFindings } from "./item-findings";
import { ladderFindings } from "./ladder-findings";
import { nameFindings } from "./name-findings";
import { offerFindings } from "./offer-findings";
import { outlyingRates } from "./outlying-rates";
import { percentFindings } from "./percent-findings";
import { sellBelowBuy } from "./sell-below-buy";
import { fallingRates, tableFindings } from "./tariff-findings";
import { serviceFindings } from "./service-findings";
import { typicalOrderFindings } from "./typical-order";
import { unitFindings } from "./unit-findings";
import { zoneFindings } from "./zone-findings";

/**
 * Looks a setup that passed the schema (and a catalogue) over. Findings come errors first, then warnings, then notes,
 * within each in the order of the setup. What depends on the day (editions that run out, sell against buy, a typical order) is looked at
 * only when `today` (`YYYY-MM-DD` in the business's time zone) is given; what needs a setup that can be compiled only
 * when no code is missing.
 */
export function check(setup: Setup, items: readonly Item[] = [], today?: string): Finding[] {
  const compiled = compileSetup(setup);
  const found = [
    ...codes(setup),
    ...zoneFindings(setup),
    ...tableFindings(setup),
    ...outlyingRates(setup),
    ...editionFindings(setup, today),
    ...ladderFindings(setup),
    ...percentFindings(setup),
    ...nameFindings(setup),
    ...serviceFindings(setup),
    ...(compiled.ok
      ? [
          ...fallingRates(compiled.value),
          ...unitFindings(compiled.value),
          ...offerFindings(compiled.value),
          ...(today === undefined ? [] : sellBelowBuy(compiled.value, today)),
          ...(today === undefined ? [] : typicalOrderFindings(compiled.value, items, today)),
          ...itemFindings(compiled.value, items),
          ...exceptionFindings(setup, items),
        ]
      : []),
  ];
  const weight = { error: 0, warning: 1, note: 2 };
  return found
    .map((entry, index) => ({ entry, index }))
    .sort((a, b) => weight[a.entry.severity] - weight[b.entry.severity] || a.index - b.index)
    .map(({ entry }) => entry);
}

function codes(setup: Setup): Finding[] {
  return findDangling(setup).map((problem) =>
    finding(
      "unknown-code",
      "error",
      {
        list: problem.data.list ?? "",
        code: problem.data.code ?? "",
        ...(problem.hint ? { hint: problem.hint } : {}),
      },
      problem.path,
    ),
  );
}
