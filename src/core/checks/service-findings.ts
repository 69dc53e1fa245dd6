import { joinPath } from "../setup/path";
import type { Setup } from "../setup/setup";
import { finding, type Finding } from "./finding";

/** Services that no offer uses, and those that do not say how they go though some goods may not go by every mode. */
export function serviceFindings({ services, offers, goodsClasses }: Setup): Finding[] {
  const used = new Set(offers.flatMap((offer) => offer.services));
  const barred = goodsClasses.filter(({ notBy = [] }) => notBy.length > 0).map(({ name }) => name);
  return services.flatMap(({ code, active, mode, tier }): Finding[] => {
    if (!active) return [];
    const path = joinPath("services", code);
    return [
      ...(used.has(code) ? [] : [finding("service-unused", "note", { service: code }, path)]),
      // what is collected is carried by whoever comes for it
      ...(mode === undefined && tier !== "collection" && barred.length > 0
        ? [finding("mode-missing", "warning", { service: code, barred }, `${path}/mode`)]
        : []),
    ];
  });
}
