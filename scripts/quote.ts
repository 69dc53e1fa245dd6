import { compileItem } from "@/core/parcels/compiled-item";
import { compileSetup } from "@/core/quote/compiled-setup";
import { quote } from "@/core/quote/quote-order";
import { quoteRequestSchema } from "@/core/quote/request";
import { parseWith } from "@/core/setup/parse-setup";
import { wordQuote } from "@/messages/word-quote";
import {
  expectParsed,
  readArguments,
  readInstant,
  readItemsFile,
  readJson,
  readSetupFile,
  runCommand,
} from "./read-input";

/** `npm run --silent quote -- --setup S [--items I] --request R [--working] [--at INSTANT]`: quotes without a server. */
await runCommand(() => {
  const args = readArguments(["setup", "items", "request", "at"], ["working"]);
  const compiled = expectParsed(compileSetup(readSetupFile(args.setup)), args.setup ?? "");
  const catalogue = new Map(
    readItemsFile(args.items).map((item) => [item.sku, compileItem(item, compiled.defaultWeights)]),
  );
  const input = readJson(args.request, "request");
  const now = readInstant(args.at);
  const list = Array.isArray(input) ? (input as unknown[]) : [input];
  const quotes = list.map((entry, index) => {
    const where = Array.isArray(input) ? String(index) : "";
    const request = expectParsed(parseWith(quoteRequestSchema, entry, where), args.request ?? "");
    const asked = args.working === "true" ? { ...request, working: true } : request;
    return wordQuote(
      expectParsed(quote(compiled, asked, { items: (sku) => catalogue.get(sku), now }), args.request ?? ""),
    );
  });
  process.stdout.write(`${JSON.stringify(Array.isArray(input) ? quotes : quotes[0], null, 2)}\n`);
  return 0;
});
