import { backup } from "./commands/backup";
import { password } from "./commands/password";
import { restore } from "./commands/restore";
import { rotateKey } from "./commands/rotate-key";
import { serve } from "./commands/serve";
import { reset, stop } from "./commands/stop";
import { testAll } from "./commands/test";
import { worker } from "./commands/worker";
import { StopWord } from "./machine/stop-word";

const help = `Wallodrom: delivery charges worked out in the open.

  ./wallodrom demo            the made-up business Nettle & Comb, ready to look at
  ./wallodrom start           your own business, empty at first
  ./wallodrom test            types, lint, unit, database and browser tests
  ./wallodrom worker          one more process for long work (your own data; demo: the demo's)
  ./wallodrom stop            stops what demo or start left running
  ./wallodrom reset [own]     deletes the demo's data (or your own) after asking
  ./wallodrom backup FILE     your own data into a file    (backup --demo FILE: the demo's)
                              --with-keys: the keys too, in a second file sealed with a passphrase
  ./wallodrom restore FILE    shows what a backup holds, asks, and puts it in place of what is there
  ./wallodrom password EMAIL  a link by which somebody sets a new password
  ./wallodrom rotate-key      another key for what is sealed: bank accounts, sign-ins of carriers
  ./wallodrom help            this
`;

async function main([command = "help", ...rest]: string[]): Promise<number> {
  switch (command) {
    case "demo":
      return serve("demo");
    case "start":
      return serve("own");
    case "worker":
      return worker(rest);
    case "test":
      return testAll(rest);
    case "stop":
      return stop();
    case "reset":
      return reset(rest);
    case "backup":
      return backup(rest);
    case "restore":
      return restore(rest);
    case "password":
      return password(rest);
    case "rotate-key":
      return rotateKey();
    case "help":
    case "--help":
      console.log(help);
      return 0;
    default:
      console.error(`There is no “${command}”.\n\n${help}`);
      return 2;
  }
}

main(process.argv.slice(2)).then(
  (code) => process.exit(code),
  (error: unknown) => {
    console.error(error instanceof StopWord ? error.message : error);
    process.exit(1);
  },
);
