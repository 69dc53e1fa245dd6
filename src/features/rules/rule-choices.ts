import type { Setup } from "@/core/setup/setup";
import type { Choice, RuleChoices } from "./condition-kinds";

const choice = ({ code, name }: { readonly code: string; readonly name: string }): Choice => ({
  value: code,
  name,
});

/** What conditions may name in this setup. */
export function ruleChoices(setup: Setup): RuleChoices {
  return {
    country: setup.business.country,
    origins: setup.origins.map(choice),
    channels: setup.channels.map(choice),
    goodsClasses: setup.goodsClasses.map(choice),
    charts: setup.zoneCharts.map(({ code, name, zones }) => ({ code, name, zones: zones.map(choice) })),
  };
}
