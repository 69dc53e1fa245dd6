import type { Connection } from "@/core/setup/offer";
import type { Service } from "@/core/setup/service";

type LiveRate = Extract<Service["rate"], { live: string }>;

/**
 * How a service comes by its rate when a carrier's system is asked for it, in plain words. `surcharges`: how many the service
 * adds itself.
 */
export function liveRateWords(
  { liveService, fallback = "passOver" }: Pick<LiveRate, "liveService" | "fallback">,
  { timeoutMs, cacheMinutes }: Pick<Connection, "timeoutMs" | "cacheMinutes">,
  {
    carrier,
    tariff,
    surcharges,
  }: { readonly carrier: string; readonly tariff?: string; readonly surcharges: number },
): string {
  const seconds = `${timeoutMs / 1000} s`;
  const holds = cacheMinutes === 0 ? "holds for nothing else" : `holds for ${minutesWords(cacheMinutes)}`;
  const asked = `${carrier} is asked for ${liveService === "" ? "nothing yet: its name there is missing" : liveService}. It has ${seconds} to answer, and an answer ${holds}.`;
  const without =
    fallback === "passOver"
      ? "Without an answer the service is passed over."
      : "tariff" in fallback
        ? `Without an answer the table ${tariff ?? fallback.tariff} stands in.`
        : `Without an answer its last one stands in, also one for another day, for ${hoursWords(fallback.lastKnownHours)}; without that the service is passed over.`;
  const added =
    surcharges === 0
      ? ""
      : ` The ${surcharges === 1 ? "surcharge" : `${surcharges} surcharges`} of the service ${surcharges === 1 ? "is" : "are"} added to either.`;
  return `${asked} ${without}${added}`;
}

function minutesWords(minutes: number): string {
  if (minutes % 60 === 0) return hoursWords(minutes / 60);
  return minutes === 1 ? "1 minute" : `${minutes} minutes`;
}

function hoursWords(hours: number): string {
  return hours === 1 ? "1 hour" : `${hours} hours`;
}
