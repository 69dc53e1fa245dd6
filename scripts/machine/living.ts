import { readFileSync } from "node:fs";

/** A process that can be told from a later one with the same number: its number and when it began. */
export interface Living {
  readonly pid: number;
  /** Ticks since the machine was started. */
  readonly began: string;
}

/** When a process began; nothing when there is none with this number. */
function beganOf(pid: number): string | undefined {
  try {
    // the name may hold blanks and brackets: what counts comes after its end
    const stat = readFileSync(`/proc/${pid}/stat`, "utf8");
    const fields = stat.slice(stat.lastIndexOf(")") + 2).split(" ");
    return fields[0] === "Z" ? undefined : fields[19];
  } catch {
    return undefined;
  }
}

export function thisProcess(): Living {
  return { pid: process.pid, began: beganOf(process.pid) ?? "" };
}

export function describe(pid: number): Living {
  return { pid, began: beganOf(pid) ?? "" };
}

export function isAlive({ pid, began }: Living): boolean {
  return began !== "" && beganOf(pid) === began;
}
