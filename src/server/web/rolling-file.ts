import { appendFileSync, chmodSync, existsSync, renameSync, rmSync, statSync, writeFileSync } from "node:fs";

/**
 * A log that does not grow for ever: when it is full it becomes `FILE.1`, the one before `FILE.2` and so on; the oldest
 * goes. Only its owner reads it. It is written at once: the last line before a crash is the one that is looked for.
 */
export class RollingFile {
  private size: number;

  constructor(
    private readonly path: string,
    private readonly mostBytes = 10_000_000,
    private readonly kept = 3,
  ) {
    if (!existsSync(path)) writeFileSync(path, "", { mode: 0o600 });
    chmodSync(path, 0o600);
    this.size = statSync(path).size;
  }

  write(chunk: Uint8Array): void {
    if (this.size > 0 && this.size + chunk.length > this.mostBytes) this.roll();
    appendFileSync(this.path, chunk, { mode: 0o600 });
    this.size += chunk.length;
  }

  private roll(): void {
    rmSync(`${this.path}.${this.kept}`, { force: true });
    for (let n = this.kept - 1; n >= 1; n--)
      if (existsSync(`${this.path}.${n}`)) renameSync(`${this.path}.${n}`, `${this.path}.${n + 1}`);
    if (existsSync(this.path)) renameSync(this.path, `${this.path}.1`);
    this.size = 0;
  }
}
