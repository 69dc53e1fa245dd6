import type { OfferView } from "./quote-view";

const day = new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "short", timeZone: "UTC" });
const dayOnly = new Intl.DateTimeFormat("en-GB", { day: "numeric", timeZone: "UTC" });

/** "26–30 Nov", "30 Nov – 2 Dec", "26 Nov"; goods to be collected are "ready 25 Nov". */
export function promiseWords({ promise, working = [] }: Pick<OfferView, "promise" | "working">): string {
  if (!promise) return "–";
  const [earliest, latest] = [new Date(promise.earliest), new Date(promise.latest)];
  if (working.some((step) => step.code === "ready-from")) return `ready ${day.format(earliest)}`;
  if (promise.earliest === promise.latest) return day.format(latest);
  return promise.earliest.slice(0, 7) === promise.latest.slice(0, 7)
    ? `${dayOnly.format(earliest)}–${day.format(latest)}`
    : `${day.format(earliest)} – ${day.format(latest)}`;
}
