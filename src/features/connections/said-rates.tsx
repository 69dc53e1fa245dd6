import type { Rate, RateRefusal } from "@/contracts/carrier-rates";

interface Props {
  readonly rates: readonly (Rate & { readonly cost?: string | undefined })[];
  readonly declined: readonly RateRefusal[];
}

/** What a carrier said by service: its figure with its parts and days, or its refusal. `cost` is what a figure with tax costs us. */
export function SaidRates({ rates, declined }: Props) {
  return (
    <ul>
      {rates.map((rate) => (
        <li key={rate.service}>
          <b>{rate.service}</b>: {rate.amount} {rate.currency}{" "}
          {rate.tax.basis === "with" ? `with ${rate.tax.percent} % tax` : "without tax"}
          {"cost" in rate &&
            (rate.cost === undefined ? (
              <b className="text-loss">, which is not a figure</b>
            ) : (
              rate.tax.basis === "with" && `, so we pay ${rate.cost} ${rate.currency}`
            ))}
          {rate.parts && (
            <span className="text-soft">
              {" "}
              = {rate.parts.map((part) => `${part.name} ${part.amount}`).join(" + ")}
            </span>
          )}
          {rate.promise && (
            <span className="text-soft">
              {" "}
              · {rate.promise.earliest} to {rate.promise.latest}
            </span>
          )}
        </li>
      ))}
      {declined.map(({ service, reason }) => (
        <li key={service}>
          <b>{service}</b>: not given, “{reason}”
        </li>
      ))}
    </ul>
  );
}
