import type { Edition, Tariff } from "@/core/setup/tariff";
import type { ZoneChart } from "@/core/setup/zone-chart";
import { bandOf, bandPages } from "./band-page";
import { breakOf, measureWords, rateMeaning } from "./tariff-words";

interface Props {
  readonly tariff: Tariff;
  readonly chart: ZoneChart | undefined;
  readonly edition: Edition;
  readonly usedBy: readonly string[];
}

/** Breaks on one width of paper; wider tables go on below. */
const ACROSS = 9;

/** One edition as a carrier would print it: whose, by what, from when, every break in words and every rate. */
export function TariffSheet({ tariff, chart, edition, usedBy }: Props) {
  const names = new Map(chart?.zones.map((zone) => [zone.code, zone.name]));
  const breaks = edition.breaks.map((_, i) => i);
  const parts = Array.from({ length: Math.ceil(breaks.length / ACROSS) }, (_, i) =>
    breaks.slice(i * ACROSS, (i + 1) * ACROSS),
  );
  const bounded = edition.rows.some((row) => row.minimum !== undefined || row.maximum !== undefined);
  return (
    <>
      <dl className="mb-4 grid grid-cols-[max-content_1fr] gap-x-4 gap-y-0.5 [&>dt]:text-soft">
        <dt>Edition</dt>
        <dd>
          {edition.label}, from {edition.from}{" "}
          {edition.to === undefined ? "with an open end" : `to ${edition.to}`}, both days in
        </dd>
        <dt>Rates</dt>
        <dd>
          {tariff.currency}, {tariff.side === "buy" ? "what we pay" : "what we charge"}, by{" "}
          {measureWords(tariff)}
          {edition.lowerNextBreak === true && "; the next break's rate at its edge where that costs less"}
        </dd>
        <dt>Zones</dt>
        <dd>{chart?.name ?? tariff.zoneChart}</dd>
        <dt>Used by</dt>
        <dd>{usedBy.join(", ") || "nothing"}</dd>
      </dl>
      {bandPages(edition).map((page) => (
        <section key={page} className="mb-5">
          {edition.bands && <h2 className="mb-1">{bandOf(tariff, edition, page)}</h2>}
          {parts.map((columns, part) => (
            <table key={part} className="narrow mb-3 w-full border-collapse break-inside-auto">
              <thead>
                <tr className="border-b border-ink align-bottom [&>th]:px-1.5 [&>th]:py-1 [&>th]:font-normal">
                  <th className="text-left">Zone</th>
                  {columns.map((i) => (
                    <th key={i} className="text-right">
                      {breakOf(tariff, edition, i)}
                      {edition.breaks[i]?.rate !== "flat" && (
                        <span className="block text-soft">
                          {edition.breaks[i] && rateMeaning(tariff, edition.breaks[i])}
                        </span>
                      )}
                    </th>
                  ))}
                  {bounded && part === parts.length - 1 && (
                    <>
                      <th className="text-right">at least</th>
                      <th className="text-right">at most</th>
                    </>
                  )}
                </tr>
              </thead>
              <tbody>
                {edition.rows.map((row) => {
                  const rates = edition.bands ? row.rates[page] : row.rates;
                  return (
                    <tr
                      key={row.zone}
                      className="border-b border-hairline break-inside-avoid [&>td]:px-1.5 [&>td]:py-0.5"
                    >
                      <td>
                        {row.zone} <span className="text-soft">{names.get(row.zone)}</span>
                      </td>
                      {columns.map((i) => (
                        <td key={i} className="text-right">
                          {(rates as (string | null)[])[i] ?? "–"}
                        </td>
                      ))}
                      {bounded && part === parts.length - 1 && (
                        <>
                          <td className="text-right">{row.minimum}</td>
                          <td className="text-right">{row.maximum}</td>
                        </>
                      )}
                    </tr>
                  );
                })}
              </tbody>
            </table>
          ))}
        </section>
      ))}
      <p className="text-soft">A dash means no rate: nothing is offered there.</p>
    </>
  );
}
