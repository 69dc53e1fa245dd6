import Link from "next/link";
import type { RateAnswer, RatePlace, RateQuestion } from "@/contracts/carrier-rates";
import { Moment } from "@/features/clock";
import { outcomeWords } from "@/messages/carrier-words";
import { SaidRates } from "./said-rates";
import type { ConnectionParts } from "./load";

interface Props {
  readonly code: string;
  readonly opened: NonNullable<ConnectionParts["opened"]>;
}

/** Calls of one instant whole: what was asked, what came, and in whose words. */
export function OpenedExchanges({ code, opened: { at, exchanges } }: Props) {
  return (
    <>
      <p className="text-soft">
        <Moment at={at} exact />{" "}
        <Link className="link" prefetch={false} href={`/connections/${encodeURIComponent(code)}`}>
          Close
        </Link>
      </p>
      {exchanges.length === 0 && (
        <p>
          No call of that instant is kept: calls are kept for 14 days, and whoever waited for another&apos;s
          call made none.
        </p>
      )}
      {exchanges.map(({ id, ms, outcome, question, answer }) => (
        <article key={id} className="mt-2 grid max-w-[54rem] gap-x-8 md:grid-cols-2" aria-label="A call">
          <dl className="grid grid-cols-[8.5rem_1fr] gap-x-2">
            {facts(question as RateQuestion).map(([name, text]) => (
              <div key={name} className="contents">
                <dt className="text-soft">{name}</dt>
                <dd>{text}</dd>
              </div>
            ))}
          </dl>
          <div>
            <p>
              <b>{outcomeWords(outcome)}</b>, {ms} ms
            </p>
            <Said answer={answer as RateAnswer | { readonly notAsked: string }} />
          </div>
        </article>
      ))}
    </>
  );
}

function Said({ answer }: { readonly answer: RateAnswer | { readonly notAsked: string } }) {
  if ("rates" in answer) return <SaidRates {...answer} />;
  if (!("fault" in answer)) return null;
  return (
    <>
      {answer.said !== undefined && <p>“{answer.said}”</p>}
      {answer.waitS !== undefined && <p>It asks to be left alone for {answer.waitS} s.</p>}
    </>
  );
}

const place = ({ country, subdivision, postcode, city }: RatePlace) =>
  [subdivision ?? country, postcode, city].filter((part) => part !== undefined).join(" ");

/** What was asked, as a list to read; only what is said of the shipment. */
function facts(question: RateQuestion): (readonly [string, string])[] {
  const { parcels, currency, cashOnDelivery, account, goodsClasses } = question;
  const needs = [
    question.poBox && "to a PO box",
    question.collectionPoint && "to a collection point",
    question.signature && "with a signature",
  ].filter((one) => one !== false);
  return [
    ["Services", question.services.join(", ")],
    ["From", place(question.origin)],
    ["To", place(question.destination)],
    ["Handed over", question.shipDate],
    ...parcels.map(({ count, weight, sides }, i): [string, string] => [
      parcels.length > 1 ? `Parcels ${i + 1}` : "Parcels",
      `${count} × ${weight === undefined ? "weight not known" : `${weight} kg`}${sides ? `, ${sides.join(" × ")} cm` : ", size not known"}`,
    ]),
    [
      "Goods",
      `${question.goodsValue} ${currency}${goodsClasses.length > 0 ? `, ${goodsClasses.join(", ")}` : ""}`,
    ],
    ...(cashOnDelivery === undefined ? [] : [["Collected", `${cashOnDelivery} ${currency}`] as const]),
    ...(needs.length > 0 ? [["Needs", needs.join(", ")] as const] : []),
    ...(account === undefined ? [] : [["Account", account] as const]),
  ];
}
