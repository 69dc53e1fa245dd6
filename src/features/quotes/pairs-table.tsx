import type { OfferFigures, OfferPair } from "@/core/bench/compare-quotes";
import type { Rejection } from "@/core/working/reason";
import { reasonSentence } from "@/messages/reason-sentence";
import { classNames } from "@/ui/class-names";
import { ReasonLink } from "./reason-link";

interface Props {
  readonly label: string;
  readonly pairs: readonly OfferPair[];
  /** What the two sides are called. */
  readonly sides: readonly [before: string, after: string];
  /** The offer that is looked at. */
  readonly offer: string | undefined;
  readonly onPick: (offer: string) => void;
  readonly currency: string;
  readonly includesTax: boolean;
  /** Said behind the name of an offer. */
  readonly noteOf?: (offer: string) => string | undefined;
  /** Whether what is paid and left is told of both sides where it is otherwise. */
  readonly showsBefore?: boolean;
}

/** Offers under two setups, given and withheld, with what is otherwise. */
export function PairsTable({
  label,
  pairs,
  sides,
  offer,
  onPick,
  currency,
  includesTax,
  noteOf,
  showsBefore = false,
}: Props) {
  return (
    <section aria-label={label} className="sheet overflow-x-auto">
      <table className="w-full border-collapse">
        <thead className="narrow text-xs text-soft">
          <tr className="border-b border-hairline [&>th]:px-2 [&>th]:py-1 [&>th]:text-right [&>th]:font-normal">
            <th className="text-left!">
              {includesTax ? "Charge with tax" : "Charge without tax"}, {currency}
            </th>
            <th>{sides[0]}</th>
            <th>{sides[1]}</th>
            <th>Difference</th>
            <th>We pay</th>
            <th>Margin</th>
          </tr>
        </thead>
        <tbody>
          {pairs.map((pair) => (
            <tr
              key={pair.offer}
              onClick={() => onPick(pair.offer)}
              className={classNames(
                "border-b border-hairline last:border-0 [&>td]:px-2 [&>td]:py-0.5",
                pair.offer === offer ? "bg-wash" : "hover:bg-well",
              )}
            >
              <td
                className={classNames(
                  "border-l-4 font-semibold",
                  pair.offer === offer ? "border-l-sign" : "border-l-transparent",
                )}
              >
                <button
                  type="button"
                  className="text-left"
                  aria-pressed={pair.offer === offer}
                  onClick={() => onPick(pair.offer)}
                >
                  {pair.name}
                </button>
                <Note text={noteOf?.(pair.offer)} />
              </td>
              <Figures pair={pair} showsBefore={showsBefore} />
            </tr>
          ))}
          {pairs.length === 0 && (
            <tr>
              <td colSpan={6} className="px-2 py-1.5 text-soft">
                The channel has no offer for it.
              </td>
            </tr>
          )}
        </tbody>
      </table>
    </section>
  );
}

function Note({ text }: { readonly text: string | undefined }) {
  return text === undefined ? null : <span className="ml-1.5 font-normal text-soft">{text}</span>;
}

interface FiguresProps {
  readonly pair: OfferPair;
  readonly showsBefore: boolean;
}

function Figures({ pair: { before, after, more, isChanged }, showsBefore }: FiguresProps) {
  if (!after || "withheld" in after)
    return (
      <>
        <td className="text-right text-soft">{chargeText(before)}</td>
        <td colSpan={4} className={isChanged ? "bg-loss-wash" : undefined}>
          {after ? <Why rejection={after.withheld} /> : "no longer in this channel"}
        </td>
      </>
    );
  const old = showsBefore && before && !("withheld" in before) ? before : undefined;
  return (
    <>
      <td className="text-right text-soft">{chargeText(before)}</td>
      <td className="text-right font-semibold">{after.free ? `${after.charge} free` : after.charge}</td>
      <td className={classNames("text-right", isChanged ? "font-semibold" : "text-soft")}>
        {isChanged ? differenceText(more) : "same"}
      </td>
      <td className="text-right">
        <Was text={old && old.cost !== after.cost ? old.cost : undefined} />
        {after.cost}
      </td>
      <td className="text-right font-semibold">
        <Was text={old && old.margin !== after.margin ? signed(old.margin) : undefined} />
        <span className={after.margin.startsWith("-") ? "text-loss" : "text-gain"}>
          {signed(after.margin)}
        </span>
      </td>
    </>
  );
}

/** A figure as it was. */
function Was({ text }: { readonly text: string | undefined }) {
  return text === undefined ? null : <span className="font-normal text-soft">{text} → </span>;
}

const signed = (margin: string) => (margin.startsWith("-") ? margin.replace("-", "−") : `+${margin}`);

function chargeText(side: OfferFigures | { readonly withheld: Rejection } | undefined): string {
  if (!side) return "none";
  return "withheld" in side ? "withheld" : side.charge;
}

function differenceText(more: OfferPair["more"]): string {
  if (!more) return "given now";
  if (more.charge !== "0") return more.charge;
  return more.cost === "0" ? "promise" : `cost ${more.cost}`;
}

function Why({ rejection }: { readonly rejection: Rejection }) {
  return (
    <>
      <span className="text-soft">withheld: </span>
      <ReasonLink text={reasonSentence(rejection)} source={rejection.source} />
    </>
  );
}
