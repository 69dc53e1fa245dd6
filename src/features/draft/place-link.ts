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
    case "services":
      return `/services/${code}${hash}`;
    case "zoneCharts":
      return `/zones/${code}${rest[0] === "entries" && rest[1] !== undefined ? `?entry=${rest[1]}` : ""}`;
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

/** editions/2026/rows/3/rates/2 opens that edition with that cell active. */
function tariffQuery([, edition, part, row, field, column, inner]: string[]): string {
  if (edition === undefined) return "";
  const query = new URLSearchParams({ edition });
  if (part === "rows" && row !== undefined) query.set("row", row);
  // with bands a cell is on a page of its own
  if (field === "rates" && column !== undefined) query.set("break", inner ?? column);
  if (field === "rates" && inner !== undefined) query.set("band", column ?? "0");
  if (part === "breaks" && row !== undefined) query.set("break", row);
  return `?${query.toString()}`;
}
