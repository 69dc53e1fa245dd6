import type { Change } from "./inverse";
import { joinPath } from "./path";
import { references, type Reference } from "./references";
import type { CodedList, Setup } from "./setup";

/**
 * The changes that give a member of a list another code, everywhere it is named: first every place that refers to it, its
 * own code last, since paths within the member lead by the old one. Nothing when there is no such member. Whether the new
 * code is free and well formed is for `applyChanges` to say.
 */
export function renameCode(setup: Setup, list: CodedList, from: string, to: string): Change[] {
  if (!setup[list].some((member) => member.code === from)) return [];
  return [
    ...carried(
      references(setup).filter((reference) => reference.list === list && reference.code === from),
      from,
      to,
    ),
    { path: joinPath(list, from, "code"), from, to },
  ];
}

/** The changes that give a zone of a chart another code: in its entries, tariffs, transit times and conditions. */
export function renameZone(setup: Setup, chart: string, from: string, to: string): Change[] {
  const own = setup.zoneCharts.find((entry) => entry.code === chart);
  if (!own?.zones.some((zone) => zone.code === from)) return [];
  return [
    ...carried(
      references(setup).filter(
        (reference) => reference.list === "zones" && reference.chart === chart && reference.code === from,
      ),
      from,
      to,
    ),
    { path: joinPath("zoneCharts", chart, "zones", from, "code"), from, to },
  ];
}

function carried(places: readonly Reference[], from: string, to: string): Change[] {
  return places.map(({ path }) => ({ path, from, to }));
}

/** The renaming that a change is, when it is one: a member's code becomes another. */
export function renamingOf(change: Change): { list: string; from: string; to: string } | undefined {
  const [list, member, field, ...rest] = change.path.split("/").map(decodeURIComponent);
  if (list === undefined || member === undefined || field !== "code" || rest.length > 0) return undefined;
  if (typeof change.from !== "string" || typeof change.to !== "string") return undefined;
  return { list, from: change.from, to: change.to };
}
