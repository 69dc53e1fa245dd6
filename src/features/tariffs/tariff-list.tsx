import Link from "next/link";
import type { Tariff } from "@/core/setup/tariff";
import { editionState, measureWords } from "./tariff-words";

export interface TariffSummary {
  readonly tariff: Pick<Tariff, "code" | "name" | "side" | "currency" | "measure" | "unit">;
  readonly chartName: string;
  readonly usedBy: readonly string[];
  readonly editions: readonly {
    readonly label: string;
    readonly from: string;
    readonly to?: string;
    readonly daysLeft: number | undefined;
  }[];
  readonly findings: number;
}

/** All freight tables, what we pay above what we charge. */
export function TariffList({
  tariffs,
  today,
}: {
  readonly tariffs: readonly TariffSummary[];
  readonly today: string;
}) {
  return (
    <div className="sheet narrow overflow-x-auto">
      <table className="w-full border-collapse">
        <thead className="sticky top-0 bg-sheet text-left text-xs text-soft">
          <tr className="border-b border-edge [&>th]:px-3 [&>th]:py-1.5 [&>th]:font-normal">
            <th>Tariff</th>
            <th>Side</th>
            <th>Measure</th>
            <th>Currency</th>
            <th>Zone chart</th>
            <th>Used by</th>
            <th>In force</th>
            <th>Next edition</th>
            <th className="text-right">Findings</th>
          </tr>
        </thead>
        <tbody>
          {tariffs.map((entry) => (
            <Row key={entry.tariff.code} entry={entry} today={today} />
          ))}
        </tbody>
      </table>
    </div>
  );
}

function Row({ entry, today }: { readonly entry: TariffSummary; readonly today: string }) {
  const { tariff, editions } = entry;
  const current = editions.find((edition) => editionState(edition, today) === "in force");
  const next = editions.find((edition) => editionState(edition, today) === "to come");
  return (
    <tr className="border-b border-hairline last:border-0 hover:bg-well [&>td]:h-[30px] [&>td]:px-3">
      <td className="font-semibold">
        <Link prefetch={false} className="link" href={`/tariffs/${encodeURIComponent(tariff.code)}`}>
          {tariff.name}
        </Link>
      </td>
      <td>{tariff.side === "buy" ? "what we pay" : "what we charge"}</td>
      <td>{measureWords(tariff)}</td>
      <td>{tariff.currency}</td>
      <td>{entry.chartName}</td>
      <td>{entry.usedBy.join(", ") || <span className="text-faint">nothing</span>}</td>
      <td>
        {current ? (
          <>
            {current.label}
            {current.daysLeft !== undefined && (
              <span className={!next && current.daysLeft < 60 ? "text-loss" : "text-soft"}>
                , {current.daysLeft} days left
              </span>
            )}
          </>
        ) : (
          <span className="text-loss">none</span>
        )}
      </td>
      <td>{next ? `${next.label}, from ${next.from}` : <span className="text-faint">none</span>}</td>
      <td className="text-right">
        {entry.findings === 0 ? <span className="text-faint">0</span> : entry.findings}
      </td>
    </tr>
  );
}
