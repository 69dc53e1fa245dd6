import { check } from "@/core/checks/check";
import { findingSentence } from "@/messages/finding-sentence";
import { readArguments, readItemsFile, readSetupFile, runCommand } from "./read-input";

/** `npm run --silent check -- --setup S [--items I]`: the findings as JSON; exit 1 when one is an error. */
runCommand(() => {
  const args = readArguments(["setup", "items"]);
  const findings = check(readSetupFile(args.setup), readItemsFile(args.items));
  process.stdout.write(
    `${JSON.stringify(
      findings.map((entry) => ({ ...entry, text: findingSentence(entry) })),
      null,
      2,
    )}\n`,
  );
  return findings.some((entry) => entry.severity === "error") ? 1 : 0;
});
