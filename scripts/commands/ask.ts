import { createInterface } from "node:readline/promises";
import { Writable } from "node:stream";
import { StopWord } from "../machine/stop-word";

/** Asks for a word; the answer is shown while it is typed. */
export async function ask(question: string): Promise<string> {
  const asker = createInterface({ input: process.stdin, output: process.stdout });
  try {
    return (await asker.question(question)).trim();
  } finally {
    asker.close();
  }
}

/** Asks for something nobody should read over a shoulder; from the environment where nobody sits at a terminal. */
export async function askSecretly(question: string): Promise<string> {
  const given = process.env.WALLODROM_PASSPHRASE;
  if (given !== undefined) return given;
  if (!process.stdin.isTTY)
    throw new StopWord("A passphrase is needed: set WALLODROM_PASSPHRASE, or run this at a terminal.");
  process.stdout.write(question);
  const silence = new Writable({ write: (_chunk, _encoding, done) => done() });
  const asker = createInterface({ input: process.stdin, output: silence, terminal: true });
  try {
    return await asker.question("");
  } finally {
    asker.close();
    process.stdout.write("\n");
  }
}
