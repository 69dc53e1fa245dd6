import Link from "next/link";
import type { Edition, Tariff } from "@/core/setup/tariff";
import type { ComparedCell, Comparison } from "@/core/tariffs/compare-editions";
import type { Weighed } from "@/core/tariffs/weigh-editions";
import { PageHead } from "@/ui/parts/page-head";
import { boundaryWords, measureWords } from "./tariff-words";

interface Side {
  readonly tariff: Tariff;
  readonly edition: Edition;
}

interface Props {
  readonly before: Side;
  readonly after: Side;
  /** What there is to choose from. */
  readonly tariffs: readonly {
    readonly code: string;
    readonly name: string;
    readonly editions: readonly string[];
  }[];
  readonly comparison: Comparison;
  readonly weighed: Weighed | undefined;
  /** The zones' names by their codes. */
  readonly names: Readonly<Record<string, string>>;
  /** How many shipments the last year had by the first one's tariff. */
  readonly year: number;
}

/** Two editions cell by cell, of one tariff or of two: what rose, what fell, what came and went, and what that is in a year. */
export function EditionComparison(props: Props) {
  const { before, after, tariffs, comparison, weighed, year, names } = props;
  const { cells } = comparison;
  const { tariff } = before;
  const count = (kind: ComparedCell["kind"]) => cells.filter((cell) => cell.kind === kind).length;
  const bands = [...new Set(cells.map((cell) => cell.band))];
  const home = `/tariffs/${encodeURIComponent(tariff.code)}`;
  const otherwise = differences(tariff, after.tariff);
  return (
    <div className="px-[18px] py-4">
      <PageHead
        above={
          <Link
            prefetch={false}
            className="link"
            href={`${home}?edition=${encodeURIComponent(before.edition.label)}`}
          >
            {tariff.name}
          </Link>
        }
        title={
          tariff.code === after.tariff.code
            ? `${before.edition.label} against ${after.edition.label}`
            : `${before.edition.label} against ${after.tariff.name}, ${after.edition.label}`
        }
      />
      <Choices before={before} after={after} tariffs={tariffs} />
      {otherwise.length > 0 && (
        <p className="mb-2 border-l-4 border-l-sign pl-2">
          The two are calculated differently, so equal cells may not mean the same: {otherwise.join("; ")}.
        </p>
      )}
      <p className="mb-1" role="status">
        <b>{count("changed")}</b> changed, <b>{count("added")}</b> added, <b>{count("gone")}</b> gone,{" "}
        {count("same")} the same
        {comparison.zonesAdded.length > 0 && ` · zones new: ${comparison.zonesAdded.join(", ")}`}
        {comparison.zonesGone.length > 0 && ` · zones gone: ${comparison.zonesGone.join(", ")}`}
      </p>
      <YearLine weighed={weighed} year={year} currency={tariff.currency} />
      {bands.map((band) => (
        <ComparedPage
          key={band ?? ""}
          title={band === undefined ? undefined : band === "" ? "the open band" : `band ${band}`}
          cells={cells.filter((cell) => cell.band === band)}
          tariff={tariff}
          names={names}
          weighed={weighed}
        />
      ))}
      {cells.length === 0 && <p className="text-soft">Neither has a rate.</p>}
    </div>
  );
}

/** What keeps two tariffs from being compared cell for cell. */
function differences(a: Tariff, b: Tariff): string[] {
  if (a.code === b.code) return [];
  const said = [
    [measureWords(a), measureWords(b)],
    [a.currency, b.currency],
    [boundaryWords(a), boundaryWords(b)],
    [`zones of ${a.zoneChart}`, `zones of ${b.zoneChart}`],
  ] as const;
  return said.filter(([one, other]) => one !== other).map(([one, other]) => `${one} against ${other}`);
}

/** What the last year's shipments come to under both. */
function YearLine({
  weighed,
  year,
  currency,
}: {
  readonly weighed: Weighed | undefined;
  readonly year: number;
  readonly currency: string;
}) {
  if (year === 0) return <p className="mb-3 text-soft">Nothing was shipped by it in the last year.</p>;
  if (!weighed || weighed.shipments === 0)
    return <p className="mb-3 text-soft">None of the last year's {year} shipments has a rate in both.</p>;
  const { shipments, before, after, difference, percent, onlyBefore, onlyAfter, neither } = weighed;
  const left = [
    [onlyBefore, "in the old one only"],
    [onlyAfter, "in the new one only"],
    [neither, "in neither"],
  ] as const;
  return (
    <p className="mb-3" data-testid="year">
      The last year's {shipments} shipments: {before} → <b>{after}</b> {currency}, <b>{signed(difference)}</b>
      {percent !== undefined && ` (${signed(percent)} %)`}
      <span className="text-soft">
        {left.filter(([count]) => count > 0).map(([count, where]) => ` · ${count} more have a rate ${where}`)}
      </span>
    </p>
  );
}

function signed(figure: string): string {
  return figure.startsWith("-") ? `−${figure.slice(1)}` : `+${figure}`;
}

function Choices({ before, after, tariffs }: Pick<Props, "before" | "after" | "tariffs">) {
  const other = tariffs.find((tariff) => tariff.code === after.tariff.code);
  const select = "control mt-0.5 block h-8 max-w-56 px-2";
  return (
    <form
      method="get"
      className="mb-2 flex flex-wrap items-end gap-3"
      aria-label="Editions to compare"
      action={`/tariffs/${encodeURIComponent(before.tariff.code)}/compare`}
    >
      <label>
        Old
        <select name="a" defaultValue={before.edition.label} className={select}>
          {before.tariff.editions.map((edition) => (
            <option key={edition.label}>{edition.label}</option>
          ))}
        </select>
      </label>
      <label>
        New
        <select name="b" defaultValue={after.edition.label} className={select}>
          {other?.editions.map((label) => (
            <option key={label}>{label}</option>
          ))}
        </select>
      </label>
      <label>
        of
        <select name="with" defaultValue={after.tariff.code} className={select}>
          {tariffs.map((tariff) => (
            <option key={tariff.code} value={tariff.code}>
              {tariff.code === before.tariff.code ? "this tariff" : tariff.name}
            </option>
          ))}
        </select>
      </label>
      <button
        type="submit"
        className="h-8 rounded-md border border-ink bg-ink px-3 font-semibold text-on-ink"
      >
        Compare
      </button>
    </form>
  );
}

function ComparedPage({
  title,
  cells,
  tariff,
  names,
  weighed,
}: {
  readonly title: string | undefined;
  readonly cells: readonly ComparedCell[];
  readonly tariff: Tariff;
  readonly names: Readonly<Record<string, string>>;
  readonly weighed: Weighed | undefined;
}) {
  const sums = new Map(weighed?.zones.map((sum) => [sum.zone, sum]));
  const edges = [...new Set(cells.map((cell) => cell.edge))].sort(
    (a, b) =>
      (a === "" ? Number.POSITIVE_INFINITY : Number(a)) - (b === "" ? Number.POSITIVE_INFINITY : Number(b)),
  );
  const zones = [...new Set(cells.map((cell) => cell.zone))];
  const at = new Map(cells.map((cell) => [`${cell.zone} ${cell.edge}`, cell]));
  return (
    <section aria-label={title ?? "Rates"} className="mb-4">
      {title !== undefined && <h2 className="mb-1">{title}</h2>}
      <p className="mb-1 text-soft">
        {tariff.currency}, breaks {boundaryWords(tariff)}
      </p>
      <div className="sheet w-fit max-w-full overflow-x-auto">
        <table className="narrow border-collapse">
          <thead className="text-xs text-soft">
            <tr className="border-b border-edge">
              <th className="sticky left-0 bg-sheet px-2 py-1 text-left font-normal">
                {tariff.currency}, zone
              </th>
              {edges.map((edge) => (
                <th key={edge} className="px-2 py-1 text-right font-normal">
                  {edge === "" ? "above" : edge}
                </th>
              ))}
              {sums.size > 0 && <th className="px-2 py-1 text-right font-normal">in a year</th>}
            </tr>
          </thead>
          <tbody>
            {zones.map((zone) => (
              <tr key={zone} className="border-b border-hairline last:border-0">
                <th scope="row" className="sticky left-0 bg-sheet px-2 py-1 text-left">
                  {zone} <span className="font-normal text-soft">{names[zone]}</span>
                </th>
                {edges.map((edge) => (
                  <ComparedFigure key={edge} cell={at.get(`${zone} ${edge}`)} />
                ))}
                {sums.size > 0 && <YearFigure sum={sums.get(zone)} />}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}

/** The new figure with the old one under it, where it is another; what it means stands in signs and words too. */
function ComparedFigure({ cell }: { readonly cell: ComparedCell | undefined }) {
  if (!cell) return <td className="px-2 py-1 text-right text-faint">–</td>;
  if (cell.kind === "same") return <td className="px-2 py-1 text-right align-top">{cell.after}</td>;
  if (cell.kind === "gone")
    return (
      <td className="px-2 py-1 text-right align-top text-loss">
        gone <s>{cell.before}</s>
      </td>
    );
  if (cell.kind === "added")
    return <td className="px-2 py-1 text-right align-top font-semibold">new {cell.after}</td>;
  const fell = cell.percent?.startsWith("-");
  return (
    <td className="bg-wash px-2 py-1 text-right align-top whitespace-nowrap">
      <b>{cell.after}</b>
      <span className="block text-xs text-soft">
        {cell.before}{" "}
        {cell.percent === undefined ? "" : `${fell ? "▼" : "▲"} ${cell.percent.replace("-", "")} %`}
      </span>
    </td>
  );
}

/** What a zone's shipments of the last year come to more or less. */
function YearFigure({ sum }: { readonly sum: Weighed["zones"][number] | undefined }) {
  if (!sum) return <td className="px-2 py-1 text-right text-faint">–</td>;
  return (
    <td className="px-2 py-1 text-right align-top whitespace-nowrap">
      <b>{signed(sum.difference)}</b>
      <span className="block text-xs text-soft">{sum.shipments} shipments</span>
    </td>
  );
}
