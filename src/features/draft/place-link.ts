import { splitPath } from "@/core/setup/path";

/** What the business's own page shows. */
const onBusinessPage = ["business", "sourcing", "exchangeRates", "chargeTypes"];

/** The screen that shows a place of the setup, and within it the field; `undefined` for places without a screen. */
export function placeHref(path: string): string | undefined {
  const [list, member, ...rest] = splitPath(path);
  if (list !== undefined && onBusinessPage.includes(list)) return `/business#${path}`;
  if (list === undefined || member === undefined) return undefined;
  const code = encodeURIComponent(member);
  const hash = rest.length > 0 ? `#${path}` : "";
  switch (list) {
    case "origins":
      return `/origins/${code}${hash}`;
    case "carriers":
      return `/carriers/${code}${hash}`;
    case "connections":
      return `/connections/${code}${hash}`;
    case "services":
      return `/services/${code}${hash}`;
    case "zoneCharts":
      return `/zones/${code}${rest[0] === "entries" && rest[1] !== undefined ? `?entry=${encodeURIComponent(rest[1])}` : ""}`;
    case "tariffs":
      return `/tariffs/${code}${tariffQuery(rest)}`;
    case "offers":
      return `/offers/${code}${hash}`;
    case "channels":
      return `/channels/${code}${hash}`;
    case "items":
      return `/items?find=${code}`;
    default:
      return undefined;
  }
}

/**
 * editions/2026/zones/4/breaks/10 opens that edition with that cell active, and so does editions/2026/rows/3/rates/2, by its
 * place.
 */
function tariffQuery([, edition, part, row, field, column, inner, last]: string[]): string {
  if (edition === undefined) return "";
  const query = new URLSearchParams({ edition });
  if (part === "zones" && row !== undefined) query.set("zone", row);
  if (part === "zones" && field === "bands" && column !== undefined) query.set("bandEdge", column);
  const edge = field === "bands" ? last : field === "breaks" ? column : undefined;
  if (part === "zones" && edge !== undefined) query.set("edge", edge);
  if (part === "bands" && row !== undefined) query.set("bandEdge", row);
  if (part === "breaks" && row !== undefined) query.set("edge", row);
  if (part === "rows" && row !== undefined) query.set("row", row);
  // with bands a cell is on a page of its own
  if (field === "rates" && column !== undefined) query.set("break", inner ?? column);
  if (field === "rates" && inner !== undefined) query.set("band", column ?? "0");
  return `?${query.toString()}`;
}
