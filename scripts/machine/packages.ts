import { spawnSync } from "node:child_process";
import { StopWord } from "./stop-word";

/** Installs Debian packages, with sudo where needed; says in one sentence what to install where that can't be done. */
export function installPackages(...names: string[]): void {
  const list = names.join(" ");
  const command = `apt-get install -y --no-install-recommends ${list}`;
  const asRoot = process.getuid?.() === 0;
  const canSudo = asRoot || spawnSync("sudo", ["-n", "true"], { stdio: "ignore" }).status === 0;
  if (!canSudo) throw new StopWord(`Please install ${list} first: sudo ${command}`);
  console.log(`Installing ${list}…`);
  const run = (...words: string[]) => {
    const [program = "", ...rest] = asRoot ? words : ["sudo", "-n", ...words];
    return spawnSync(program, rest, {
      encoding: "utf8",
      env: { ...process.env, DEBIAN_FRONTEND: "noninteractive" },
    });
  };
  if (run(...command.split(" ")).status === 0) return;
  run("apt-get", "update");
  const again = run(...command.split(" "));
  if (again.status !== 0)
    throw new StopWord(
      `${list} could not be installed: ${(again.stderr || "apt-get is missing").trim().split("\n").pop() ?? ""}`,
    );
}
