import Link from "next/link";
import type { Edition, Tariff } from "@/core/setup/tariff";
import type { ComparedCell, Comparison } from "@/core/tariffs/compare-editions";
import { PageHead } from "@/ui/parts/page-head";
import { boundaryWords } from "./tariff-words";

interface Props {
  readonly tariff: Tariff;
  readonly before: Edition;
  readonly after: Edition;
  readonly comparison: Comparison;
}

/** Two editions of a tariff cell by cell: what rose, what fell, what came and what went. */
export function EditionComparison({ tariff, before, after, comparison }: Props) {
  const { cells } = comparison;
  const count = (kind: ComparedCell["kind"]) => cells.filter((cell) => cell.kind === kind).length;
  const bands = [...new Set(cells.map((cell) => cell.band))];
  const home = `/tariffs/${encodeURIComponent(tariff.code)}`;
  return (
    <div className="px-[18px] py-4">
      <PageHead
        above={
          <Link prefetch={false} className="link" href={`${home}?edition=${encodeURIComponent(after.label)}`}>
            {tariff.name}
          </Link>
        }
        title={`${before.label} against ${after.label}`}
      />
      <form method="get" className="mb-2 flex flex-wrap items-end gap-3" aria-label="Editions to compare">
        {(
          [
            ["a", "Old", before.label],
            ["b", "New", after.label],
          ] as const
        ).map(([name, words, chosen]) => (
          <label key={name}>
            {words}
            <select name={name} defaultValue={chosen} className="control mt-0.5 block h-8 px-2">
              {tariff.editions.map((edition) => (
                <option key={edition.label}>{edition.label}</option>
              ))}
            </select>
          </label>
        ))}
        <button
          type="submit"
          className="h-8 rounded-md border border-ink bg-ink px-3 font-semibold text-on-ink"
        >
          Compare
        </button>
        <p className="pb-1.5" role="status">
          <b>{count("changed")}</b> changed, <b>{count("added")}</b> added, <b>{count("gone")}</b> gone,{" "}
          {count("same")} the same
          {comparison.zonesAdded.length > 0 && ` · zones new: ${comparison.zonesAdded.join(", ")}`}
          {comparison.zonesGone.length > 0 && ` · zones gone: ${comparison.zonesGone.join(", ")}`}
        </p>
      </form>
      {bands.map((band) => (
        <ComparedPage
          key={band ?? ""}
          title={band === undefined ? undefined : band === "" ? "the open band" : `band ${band}`}
          cells={cells.filter((cell) => cell.band === band)}
          tariff={tariff}
        />
      ))}
      {cells.length === 0 && <p className="text-soft">Neither has a rate.</p>}
    </div>
  );
}

function ComparedPage({
  title,
  cells,
  tariff,
}: {
  readonly title: string | undefined;
  readonly cells: readonly ComparedCell[];
  readonly tariff: Tariff;
}) {
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
            </tr>
          </thead>
          <tbody>
            {zones.map((zone) => (
              <tr key={zone} className="border-b border-hairline last:border-0">
                <th scope="row" className="sticky left-0 bg-sheet px-2 py-1 text-left">
                  {zone}
                </th>
                {edges.map((edge) => (
                  <ComparedFigure key={edge} cell={at.get(`${zone} ${edge}`)} />
                ))}
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
