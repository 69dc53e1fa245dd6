import { localDate } from "@/core/calendar/local-date";
import { check } from "@/core/checks/check";
import { findingSentence } from "@/messages/finding-sentence";
import { readArguments, readInstant, readItemsFile, readSetupFile, runCommand } from "./read-input";

/** `npm run --silent check -- --setup S [--items I] [--at INSTANT]`: the findings as JSON; exit 1 when one is an error. */
await runCommand(() => {
  const args = readArguments(["setup", "items", "at"]);
  const setup = readSetupFile(args.setup);
  const today = localDate(readInstant(args.at), setup.business.timeZone);
  const findings = check(setup, readItemsFile(args.items), today);
  process.stdout.write(
    `${JSON.stringify(
      findings.map((entry) => ({ ...entry, text: findingSentence(entry) })),
      null,
      2,
    )}\n`,
  );
  return findings.some((entry) => entry.severity === "error") ? 1 : 0;
});
