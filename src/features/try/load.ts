import "server-only";
import { quoteRequestSchema } from "@/core/quote/request";
import { parseWith } from "@/core/setup/parse-setup";
import type { Problem } from "@/core/setup/problem";
import { problemSentence } from "@/messages/problem-sentence";
import { wordQuote } from "@/messages/word-quote";
import { load, type Look } from "@/server/load";
import { shownSetup } from "@/server/shown-setup";
import { rateRequest } from "@/server/services/rate";
import { readGoods } from "@/features/edits";

export interface TryQuery {
  readonly channel?: string;
  readonly country?: string;
  readonly postcode?: string;
  readonly goods?: string;
  readonly group?: string;
  readonly coupon?: string;
}

/** Goods that are only tried, quoted as an order of today would be; what is wrong with what was typed in words. */
export function loadTry(query: TryQuery) {
  return load((look) => tried(look, query));
}

async function tried({ db, now }: Pick<Look, "db" | "now">, query: TryQuery) {
  const { channel, country = "", postcode = "", goods } = query;
  const current = await shownSetup(db);
  if (!current) return undefined;
  const { setup } = current;
  const chosen = setup.channels.find((one) => one.code === channel) ?? setup.channels[0];
  const named = (list: readonly { readonly code: string; readonly name: string }[]) =>
    Object.fromEntries(list.map(({ code, name }) => [code, name]));
  const shown = {
    channels: setup.channels.map(({ code, name }) => ({ value: code, name })),
    channel: chosen?.code ?? "",
    currency: chosen?.currency ?? setup.business.homeCurrency,
    includesTax: chosen?.pricesIncludeTax === true,
    home: setup.business.country,
    originNames: Object.fromEntries(
      setup.origins.map(({ code, address, name }) => [code, address.city || name]),
    ),
    serviceNames: named(setup.services),
  };
  if (goods === undefined || !chosen) return { ...shown, problems: [], quote: undefined };
  const { lines, unread } = readGoods(goods, setup.business.units.weight);
  const problems = unread.map((part) => `"${part}" can't be read: write "2 HIVE-10" or "2 × 1.5 kg at 20".`);
  if (lines.length === 0)
    return { ...shown, problems: [...problems, "There are no goods."], quote: undefined };
  const request = parseWith(
    quoteRequestSchema,
    {
      channel: chosen.code,
      shipTo: {
        country: country.trim().toUpperCase(),
        ...(postcode.trim() === "" ? {} : { postcode: postcode.trim() }),
      },
      ...asked(query),
      lines,
      working: true,
    },
    "",
  );
  const wrong = (found: readonly Problem[]) => ({
    ...shown,
    problems: [...problems, ...found.map((problem) => problemSentence(problem))],
    quote: undefined,
  });
  if (!request.ok) return wrong(request.problems);
  if (!current.compiled.ok) return wrong(current.compiled.problems);
  const quoted = await rateRequest(db, current.compiled.value, request.value, now);
  return quoted.ok ? { ...shown, problems, quote: wordQuote(quoted.value) } : wrong(quoted.problems);
}

/** What else the customer is asked with, where it is filled in. */
function asked({ group = "", coupon = "" }: TryQuery) {
  return {
    ...(group.trim() === "" ? {} : { customer: { group: group.trim() } }),
    ...(coupon.trim() === "" ? {} : { coupon: coupon.trim() }),
  };
}

export type TryView = NonNullable<Awaited<ReturnType<typeof loadTry>>>;
