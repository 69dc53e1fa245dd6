import { joinPath } from "../setup/path";
import type { Setup } from "../setup/setup";
import { finding, type Finding } from "./finding";

const lists = ["origins", "carriers", "zoneCharts", "services", "tariffs", "channels", "offers"] as const;

/** Names that two of a list share, whatever their capitals: people could not tell them apart. */
export function nameFindings(setup: Setup): Finding[] {
  return lists.flatMap((list) => {
    const groups = new Map<string, { code: string; name: string }[]>();
    for (const { code, name } of setup[list]) {
      const key = name.trim().toLowerCase();
      groups.set(key, [...(groups.get(key) ?? []), { code, name }]);
    }
    return [...groups.values()].flatMap((alike) => {
      const [, second] = alike;
      if (!second) return [];
      const data = { list, name: second.name, codes: alike.map(({ code }) => code) };
      return [finding("duplicate-name", "note", data, joinPath(list, second.code, "name"))];
    });
  });
}
