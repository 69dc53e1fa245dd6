import Link from "next/link";
import type { ResultSum } from "@/core/recovery/result-sum";
import { signed } from "@/ui/signed";

/** The heads of figures; with those of fees where these are spread. */
export const resultHeads = (currency: string, isSpread = false): string[] => [
  "Shipments",
  "Parcels",
  `Charged, ${currency}`,
  `Cost, ${currency}`,
  "of it billed",
  "Billed less expected",
  `Margin, ${currency}`,
  "%",
  ...(isSpread ? ["Fees", "Margin after fees"] : []),
];

/** What shipments of one value come to, its margin also as a bar from a middle line, to the scale of all. */
export function ResultRow({
  name,
  href,
  sum,
  fees,
  afterFees,
  most,
}: {
  readonly name: string;
  readonly href: string;
  readonly sum: ResultSum;
  readonly fees?: string;
  readonly afterFees?: string;
  readonly most: number;
}) {
  const isLoss = sum.margin.startsWith("-");
  return (
    <tr className="border-b border-hairline last:border-0 [&>td]:px-3 [&>td]:py-0.5">
      <td>
        <Link prefetch={false} className="link" href={href}>
          {name}
        </Link>
      </td>
      <td className="text-right">{sum.shipments}</td>
      <td className="text-right">{sum.parcels}</td>
      <td className="text-right">{sum.charged}</td>
      <td className="text-right">{sum.cost}</td>
      <td className="text-right text-soft">{sum.billed}</td>
      <td className={`text-right ${Number(sum.overrun) > 0 ? "text-loss" : ""}`}>{signed(sum.overrun)}</td>
      <td className={`text-right font-semibold ${isLoss ? "text-loss" : ""}`}>{signed(sum.margin)}</td>
      <td className="text-right">{sum.marginPercent === undefined ? "" : signed(sum.marginPercent)}</td>
      {fees !== undefined && <td className="text-right">{fees}</td>}
      {afterFees !== undefined && (
        <td className={`text-right ${afterFees.startsWith("-") ? "text-loss" : ""}`}>{signed(afterFees)}</td>
      )}
      <td className="relative w-40">
        <span aria-hidden className="absolute inset-y-0 left-1/2 w-px bg-ink" />
        <span
          aria-hidden
          className={`absolute inset-y-1 ${isLoss ? "right-1/2 bg-loss" : "left-1/2 bg-gain"}`}
          style={{ width: `${(46 * Math.abs(Number(sum.margin))) / most}%` }}
        />
      </td>
    </tr>
  );
}
