import { parseArgs } from "node:util";
import { checkCarrier } from "./rate-protocol/carrier-checks";

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: { key: { type: "string", default: "" } },
});

/** `npm run carrier:check -- URL --key KEY`: what a server that speaks the rate protocol does wrong; ends with 1 where it does. */
async function main(): Promise<number> {
  const [url] = positionals;
  if (url === undefined || !URL.canParse(url)) {
    console.error("Which server? npm run carrier:check -- https://rates.example/v1 --key KEY");
    return 2;
  }
  const found = await checkCarrier(url, values.key);
  for (const { code, asks, wrong } of found)
    console.log(wrong === undefined ? `ok     ${code}: ${asks}` : `WRONG  ${code}: ${asks}\n       ${wrong}`);
  const wrong = found.filter((one) => one.wrong !== undefined).length;
  console.log(`\n${found.length - wrong} of ${found.length} as the protocol says.`);
  return wrong === 0 ? 0 : 1;
}

main()
  .then((code) => process.exit(code))
  .catch((error: unknown) => {
    console.error(error);
    process.exit(2);
  });
