import type { Carrier } from "@/core/setup/carrier";
import type { Service } from "@/core/setup/service";
import { limitWords, rateWords, surchargeSentences, tierNames, transitWords } from "./service-words";

const dayNames = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"];

/** A carrier on paper: who it is, where, whom to call, what it offers. Nothing secret is on it. */
export function CarrierSheet({
  carrier,
  services,
  home,
}: {
  readonly carrier: Carrier;
  readonly services: readonly Service[];
  readonly home: string;
}) {
  const facts: readonly (readonly [string, string | undefined])[] = [
    ["Code", carrier.code],
    ["Legal name", carrier.legalName],
    ["Country", carrier.country],
    ["Tax number", carrier.taxId],
    ["SCAC", carrier.scac],
    ["Language", carrier.language],
    ["Website", carrier.website],
    ["Bills in", `${carrier.currency}, weights in ${carrier.units.weight}`],
    ["Works on", carrier.workdays.map((day) => dayNames[day - 1]).join(", ")],
  ];
  return (
    <article className="break-inside-avoid-page">
      <h2 className="mb-1 border-b-2 border-ink pb-1 text-lg font-bold">{carrier.name}</h2>
      <dl className="grid grid-cols-[110px_minmax(0,1fr)_110px_minmax(0,1fr)] gap-x-3 gap-y-0.5">
        {facts
          .filter(([, value]) => value !== undefined && value !== "")
          .map(([name, value]) => (
            <div key={name} className="contents">
              <dt className="text-soft">{name}</dt>
              <dd>{value}</dd>
            </div>
          ))}
      </dl>
      <SheetLines
        name="Addresses"
        lines={(carrier.addresses ?? []).map(
          (entry) =>
            `${entry.code}: ${[...entry.lines, entry.postcode, entry.city, entry.country].join(", ")}`,
        )}
      />
      <SheetLines
        name="Contacts"
        lines={(carrier.contacts ?? []).map((contact) =>
          [contact.name, contact.phone, contact.email].filter(Boolean).join(" · "),
        )}
      />
      <SheetLines
        name="Fuel index"
        lines={(carrier.fuelIndex ?? []).map((entry) => `from ${entry.from}: ${entry.percent} %`)}
      />
      {services.map((service) => (
        <section key={service.code} className="mt-2 break-inside-avoid">
          <h3 className="font-semibold">
            {service.name} <span className="font-normal text-soft">{service.code}</span>
          </h3>
          <p>
            {[
              tierNames[service.tier],
              `transit in working days: ${transitWords(service)}`,
              limitWords(service),
              rateWords(service),
              service.active ? "" : "switched off",
            ]
              .filter(Boolean)
              .join(" · ")}
          </p>
          <ul>
            {surchargeSentences(service, { carrier: carrier.currency, home }).map((sentence) => (
              <li key={sentence} className="text-soft">
                {sentence}
              </li>
            ))}
          </ul>
        </section>
      ))}
    </article>
  );
}

function SheetLines({ name, lines }: { readonly name: string; readonly lines: readonly string[] }) {
  if (lines.length === 0) return null;
  return (
    <section className="mt-2">
      <h3 className="font-semibold">{name}</h3>
      <ul>
        {lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </section>
  );
}
