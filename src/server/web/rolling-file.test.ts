import { mkdtempSync, readdirSync, readFileSync, statSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { RollingFile } from "./rolling-file";

test("a full log is put aside, the oldest goes, only its owner reads it, and one that was there is gone on with", () => {
  const folder = mkdtempSync(join(tmpdir(), "log-"));
  const path = join(folder, "app.log");
  const line = (n: number) => Buffer.from(`line ${n}\n`);
  const first = new RollingFile(path, 16, 2);
  for (let n = 0; n < 3; n++) first.write(line(n));
  const second = new RollingFile(path, 16, 2);
  for (let n = 3; n < 9; n++) second.write(line(n));
  expect(readdirSync(folder).sort()).toEqual(["app.log", "app.log.1", "app.log.2"]);
  expect(
    ["app.log.2", "app.log.1", "app.log"].map((name) => readFileSync(join(folder, name), "utf8")),
  ).toEqual(["line 4\nline 5\n", "line 6\nline 7\n", "line 8\n"]);
  for (const name of readdirSync(folder)) expect(statSync(join(folder, name)).mode & 0o777).toBe(0o600);
});
