import Link from "next/link";
import type { ReactNode } from "react";
import { stations, type Station, type Step } from "@/core/working/step";
import { placeHref } from "@/features/draft";
import { RevisionLink } from "@/features/looking";
import { stepParts } from "@/messages/step-sentence";
import { WorkingLine, type WorkingStation } from "@/ui/line/working-line";
import { planFigure } from "@/core/working/plan-figure";
import type { OfferView, QuoteNames } from "./quote-view";

interface Props {
  readonly offer: OfferView;
  readonly view: QuoteNames & { readonly currency: string; readonly includesTax: boolean };
  readonly aside: ReactNode;
  /** Whose working it is, where another of the same offer stands beside it. */
  readonly of?: string;
  /** The same offer's steps under another setup: those that are not among them are marked. */
  readonly before?: readonly { readonly text: string }[] | undefined;
  /** By the place of a step: what it says by the draft, where that is otherwise. */
  readonly draft?: Readonly<Record<number, string>> | undefined;
  /** The revision that made the figures: where the draft says otherwise, links open what that revision says. */
  readonly revision?: number | undefined;
}

/** How an offer's charge came about: the stations with their figures, the steps as sentences with their sources. */
export function WorkingView({ offer, view, aside, of, before, draft, revision }: Props) {
  const steps = offer.working ?? [];
  const known = before && new Set(before.map(({ text }) => text));
  const several = offer.shipments.length > 1;
  const line = stations.map((station): WorkingStation => {
    const [figure, caption] = headOf(station, offer, view);
    return {
      key: station,
      figure,
      caption,
      steps: steps
        .map((step, index) => ({ step, index }))
        .filter(({ step }) => step.station === station)
        .map(({ step, index }) => ({
          key: String(index),
          text: (
            <StepText
              step={step}
              draft={draft?.[index]}
              revision={revision}
              isNew={known !== undefined && !known.has(step.text)}
              shipment={
                several && step.shipment !== undefined
                  ? place(view, offer.shipments[step.shipment]?.origin)
                  : undefined
              }
            />
          ),
        })),
    };
  });
  const charge = view.includesTax ? offer.gross : offer.net;
  const title = `How ${charge} ${view.currency} came about`;
  return (
    <WorkingLine
      title={title}
      label={of === undefined ? undefined : `${title}, ${of}`}
      aside={aside}
      stations={line}
    />
  );
}

function place(view: Props["view"], origin: string | undefined): string {
  return origin === undefined ? "" : (view.originNames[origin] ?? origin);
}

function StepText({
  step,
  shipment,
  isNew,
  draft,
  revision,
}: {
  readonly step: Step;
  readonly shipment: string | undefined;
  readonly isNew: boolean;
  readonly draft: string | undefined;
  readonly revision: number | undefined;
}) {
  const href = step.source === undefined ? undefined : placeHref(step.source);
  const [before, source, after] = stepParts(step);
  return (
    <span className={isNew ? "bg-wash" : undefined}>
      {isNew && <span className="mr-1 bg-sign px-1 text-xs text-on-sign">changed</span>}
      {shipment !== undefined && (
        <span className="narrow mr-1.5 rounded-sm border border-hairline px-1 text-xs text-soft">
          {shipment}
        </span>
      )}
      {before}
      {href === undefined || source === "" ? (
        source
      ) : draft !== undefined && revision !== undefined ? (
        <RevisionLink revision={revision} href={href}>
          {source}
        </RevisionLink>
      ) : (
        <Link href={href} prefetch={false} className="link">
          {source}
        </Link>
      )}
      {after}
      <ExchangeLink step={step} />
      {draft !== undefined && (
        <span className="mt-0.5 block border-l-2 border-dashed border-l-ink pl-2 text-soft">
          {href === undefined ? (
            "in the draft"
          ) : (
            <RevisionLink revision={undefined} href={href}>
              in the draft
            </RevisionLink>
          )}
          : {draft}
        </span>
      )}
    </span>
  );
}

/** To what was asked and said, where a carrier was asked. */
function ExchangeLink({ step }: { readonly step: Step }) {
  if (step.code !== "live-rate" && step.code !== "live-fallback") return null;
  const { connection, at } = step.inputs;
  if (at === undefined) return null;
  return (
    <>
      {" "}
      <Link
        href={`/connections/${encodeURIComponent(connection)}?asked=${encodeURIComponent(at)}#call`}
        prefetch={false}
        className="link text-soft"
      >
        What was asked and said
      </Link>
    </>
  );
}

const some = (n: number, one: string) => `${n} ${one}${n === 1 ? "" : "s"}`;

/** A station's figure and what it is. */
function headOf(station: Station, offer: OfferView, view: Props["view"]): [string, string] {
  const [first] = offer.shipments;
  const several = offer.shipments.length > 1;
  const joined = (texts: readonly string[]) => [...new Set(texts)].join(" + ");
  const order = offer.working?.find((step) => step.code === "order-measured");
  const money = view.currency;
  switch (station) {
    case "order":
      return [
        order?.code === "order-measured" && order.inputs.weight
          ? `${order.inputs.weight.value} ${order.inputs.weight.unit}`
          : "no weight",
        order?.code === "order-measured" ? some(order.inputs.pieces, "piece") : "",
      ];
    case "origin":
      return [
        joined(offer.shipments.map((shipment) => place(view, shipment.origin))),
        several ? `${offer.shipments.length} shipments` : "all from one place",
      ];
    case "zone":
      return [
        first?.zone === undefined
          ? "no zone"
          : `Zone ${joined(offer.shipments.map((shipment) => shipment.zone ?? "–"))}`,
        "of the carrier's chart",
      ];
    case "service":
      return [
        joined(offer.shipments.map((shipment) => view.serviceNames[shipment.service] ?? shipment.service)),
        some(
          offer.shipments.reduce((sum, shipment) => sum + shipment.parcels, 0),
          "parcel",
        ),
      ];
    case "rate":
      return [offer.cost, `we pay, ${money}`];
    case "plan":
      return [planFigure(offer.working ?? []) ?? offer.net, "by the price plan"];
    case "charge":
      return view.includesTax
        ? [offer.gross, `charge with tax, ${money}`]
        : [offer.net, `charge without tax, ${money}`];
  }
}
