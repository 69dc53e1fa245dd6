import "server-only";
import { quoteRequestSchema } from "@/core/quote/request";
import { parseWith } from "@/core/setup/parse-setup";
import { problemSentence } from "@/messages/problem-sentence";
import { wordQuote } from "@/messages/word-quote";
import { load, type Look } from "@/server/load";
import { quoteAsking } from "@/server/carriers/rate-asking";
import { contextOf, itemsOf } from "@/server/services/rate";
import { shownSetup } from "@/server/shown-setup";
import { howRead, requestOf, type TryQuery } from "./tried-request";

/** Goods that are only tried, quoted as an order of today would be; what is wrong with what was typed in words. */
export function loadTry(query: TryQuery) {
  return load((look) => tried(look, query));
}

async function tried({ db, now }: Pick<Look, "db" | "now">, query: TryQuery) {
  const current = await shownSetup(db);
  if (!current) return undefined;
  const { setup, compiled } = current;
  const chosen = setup.channels.find((one) => one.code === query.channel) ?? setup.channels[0];
  const named = (list: readonly { readonly code: string; readonly name: string }[]) =>
    Object.fromEntries(list.map(({ code, name }) => [code, name]));
  const shown = {
    channels: setup.channels.map(({ code, name }) => ({ code, name })),
    channel: chosen?.code ?? "",
    currency: chosen?.currency ?? setup.business.homeCurrency,
    includesTax: chosen?.pricesIncludeTax === true,
    home: setup.business.country,
    origin: setup.origins[0]?.code ?? "MAIN",
    weight: setup.business.units.weight,
    originNames: Object.fromEntries(
      setup.origins.map(({ code, address, name }) => [code, address.city || name]),
    ),
    serviceNames: named(setup.services),
    read: [] as string[],
    quote: undefined,
  };
  const wrong = (problems: readonly string[], read: string[] = []) => ({ ...shown, problems, read });
  if (query.goods === undefined || !chosen) return wrong([]);
  const typed = requestOf(query, chosen.code, shown.weight);
  if (typed.problems.length > 0) return wrong(typed.problems);
  const request = parseWith(quoteRequestSchema, typed.request, "");
  if (!request.ok) return wrong(request.problems.map((problem) => problemSentence(problem)));
  if (!compiled.ok) return wrong(compiled.problems.map((problem) => problemSentence(problem)));
  const items = await itemsOf(db, request.value);
  const read = howRead(request.value, (sku) => items.find((item) => item.sku === sku)?.name);
  const context = contextOf(compiled.value, items, now);
  const asked = { setup, compiled: compiled.value };
  const quoted = await quoteAsking(db, asked, request.value, { context, mode: "now", now, tried: true });
  return quoted.ok
    ? { ...shown, problems: [], read, quote: wordQuote(quoted.value) }
    : wrong(
        quoted.problems.map((problem) => problemSentence(problem)),
        read,
      );
}

export type TryView = NonNullable<Awaited<ReturnType<typeof loadTry>>>;
