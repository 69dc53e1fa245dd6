import { readFileSync } from "node:fs";
import { cpus, totalmem } from "node:os";
import { join } from "node:path";
import { parseSetup } from "@/core/setup/parse-setup";
import { root } from "../machine/paths";
import { readDemo, sure } from "./demo";
import { benchLadder } from "./ladder";
import { benchBreadth } from "./breadth";
import { benchQuotes } from "./quotes";
import { benchReplay } from "./replay";
import { benchScaling } from "./scaling";
import { benchSourcing } from "./sourcing";
import { benchSql } from "./sql";

const demo = readDemo();
const small = sure(parseSetup(JSON.parse(readFileSync(join(root, "demo/smallest.setup.json"), "utf8"))));

const [cpu] = cpus();
console.log(
  `${cpu?.model ?? "unknown processor"}, ${cpus().length} cores, ${Math.round(totalmem() / 2 ** 30)} GB, Node ${process.versions.node}\n`,
);
for (const part of [
  () => benchQuotes(demo),
  () => benchReplay(demo),
  () => benchScaling(small),
  () => benchBreadth(small),
  () => benchSourcing(small),
  () => benchSql(small),
  () => benchLadder(),
])
  console.log(`${await part()}\n`);
console.log(`Peak memory of the whole run: ${Math.round(process.resourceUsage().maxRSS / 1024)} MB.`);
