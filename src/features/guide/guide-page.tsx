import Link from "next/link";
import type { ReactNode } from "react";
import { PageHead } from "@/ui/parts/page-head";
import { BoundaryDrawing, GateDrawing, LineDrawing, SourcingDrawing } from "./drawings";
import { keyGroups } from "./keys";

const chapters = [
  { id: "charge", name: "How a charge is made" },
  { id: "boundaries", name: "Which side an edge is on" },
  { id: "taxes", name: "With tax, without tax" },
  { id: "sourcing", name: "Where goods leave from" },
  { id: "gate", name: "Draft, gate, live" },
  { id: "keys", name: "Keys" },
] as const;

/** The guide: what one needs to know to trust a figure, in five short chapters, and the keys. */
export function GuidePage() {
  return (
    <div className="px-[18px] py-4">
      <PageHead above="Help" title="Guide" />
      <div className="grid gap-8 lg:grid-cols-[200px_minmax(0,46rem)]">
        <nav aria-label="Chapters" className="lg:sticky lg:top-4 lg:self-start">
          <ul className="space-y-1">
            {chapters.map(({ id, name }) => (
              <li key={id}>
                <a className="link" href={`#${id}`}>
                  {name}
                </a>
              </li>
            ))}
          </ul>
        </nav>
        <div className="space-y-8">
          <Charge />
          <Boundaries />
          <Taxes />
          <Sourcing />
          <Gate />
          <Keys />
        </div>
      </div>
    </div>
  );
}

function Chapter({
  id,
  children,
}: {
  readonly id: (typeof chapters)[number]["id"];
  readonly children: ReactNode;
}) {
  return (
    <section id={id} aria-labelledby={`${id}-head`} className="scroll-mt-4 space-y-2">
      <h2 id={`${id}-head`}>{chapters.find((one) => one.id === id)?.name}</h2>
      {children}
    </section>
  );
}

const Go = ({ to, children }: { readonly to: string; readonly children: string }) => (
  <Link prefetch={false} className="link" href={to}>
    {children}
  </Link>
);

function Charge() {
  return (
    <Chapter id="charge">
      <LineDrawing />
      <p>
        Every figure passes the same stations. Click one in an order&apos;s working and its steps unfold, each
        a sentence with a link to the cell, rule or limit that made it.
      </p>
      <ol className="list-decimal space-y-1 pl-5">
        <li>
          <b>Order.</b> What is in it: pieces, weight, size, value. An item without a weight is not
          weightless: whatever needs a weight is withheld, with that reason.
        </li>
        <li>
          <b>Origin.</b> Which place ships which line; see{" "}
          <a className="link" href="#sourcing">
            below
          </a>
          .
        </li>
        <li>
          <b>Zone.</b> The destination is looked up in the service&apos;s zone chart. The most specific entry
          counts: an exact postcode before a prefix, a prefix before a range, then subdivision, country,
          anywhere.
        </li>
        <li>
          <b>Service.</b> Each of the offer&apos;s services is tried: its limits, what it accepts, how it
          goes. One of those that work is taken, as the offer says: the cheapest, the fastest or the first
          listed.
        </li>
        <li>
          <b>Buy rate.</b> What the carrier takes: the cell of its tariff for the chargeable weight (the
          higher of actual and volumetric, rounded up to the carrier&apos;s step), then its surcharges in
          their order. Or the carrier&apos;s own system is asked, and where it has no answer the fallback
          counts.
        </li>
        <li>
          <b>Price plan.</b> What the customer is charged: the cost, a flat amount, terms, a sell tariff, a
          ladder of rules, or by goods class. Exceptions for single items come first.
        </li>
        <li>
          <b>Charge.</b> The margin, additions, minimum and maximum, rounding; then free delivery, which makes
          it 0 whatever came before; then tax.
        </li>
      </ol>
      <p>
        An offer that can&apos;t be given is never left out: it stands under <i>withheld</i> with its reason,
        and the link opens the very field.
      </p>
    </Chapter>
  );
}

function Boundaries() {
  return (
    <Chapter id="boundaries">
      <BoundaryDrawing />
      <p>
        A tariff&apos;s edges are typed once each, and the tariff says on which side a value at an edge lies.{" "}
        <i>Up to and including</i>: 5 kg is in the break that ends at 5. <i>From</i>: 5 kg is in the break
        that begins at 5. There are no gaps between breaks and no overlaps, and nobody types 3.001.
      </p>
      <p>
        The last edge may be open: <i>and above</i>. Where it is not, more than it gets no rate and is
        withheld as <i>over the last break</i>. An empty cell means no rate there; it is not a rate of 0.
      </p>
      <p>
        Limits include their edge: a parcel of exactly 31.5 kg goes where the limit is 31.5 kg. Dates include
        both ends: an edition from 1 January to 31 December holds on both days.
      </p>
    </Chapter>
  );
}

function Taxes() {
  return (
    <Chapter id="taxes">
      <p>
        What carriers take is always without tax. What customers are charged follows the channel: where its
        prices are <b>with tax</b>, amounts typed in plans and tariffs are with tax too, and the tax is taken
        out of them; where they are <b>without tax</b>, it is added. Each column and field says which it is.
      </p>
      <p>
        The percentage is the offer&apos;s own, else its charge type&apos;s, else that of the first row under{" "}
        <Go to="/business">Tax by destination</Go> that fits the order&apos;s destination, channel and day,
        else the business&apos;s. The business may also take the highest percentage of the goods, weigh it by
        their values, or split the charge into a line for each. Under reverse charge a customer with a tax
        number is charged no tax.
      </p>
      <p>
        Where prices are with tax, what a plan takes from the cost gets the tax before it is charged on, so
        that 20 % on cost earns 20 % of the cost. The working shows it as a step of its own.
      </p>
    </Chapter>
  );
}

function Sourcing() {
  return (
    <Chapter id="sourcing">
      <SourcingDrawing />
      <p>
        An origin can ship a line when it is in use, has the pieces (where stock is counted), ships that goods
        class and serves the destination. Among all ways to divide the order the best one is taken by the aims
        under <Go to="/business">Business</Go>, in their order: fewest shipments, lowest cost, nearest, best
        rank. A later aim decides only between ways that are equal in the earlier ones.
      </p>
      <p>
        Up to 8 origins and 10 lines with a choice the answer is proven to be the best one, and the working
        says so. Beyond that it is the best of those tried. You can pin lines, or pieces of a line, to an
        origin; the order then says what the pins cost against the best way.
      </p>
    </Chapter>
  );
}

function Gate() {
  return (
    <Chapter id="gate">
      <GateDrawing />
      <p>
        Left of the gate you edit the <b>draft</b> (dashed); orders are rated by what is <b>live</b> (solid).
        Edits are stored as you leave a field and can be undone; nothing of them is charged to anybody until
        they are published at the <Go to="/gate">gate</Go>.
      </p>
      <p>
        There you see each change with old and new, what checks found, what your trials come to, and what real
        orders would have been charged. Publish at once or for a day and time. What was live before can be had
        again in two clicks. A charge that was applied keeps its working for ever, whatever is published
        later.
      </p>
      <p>
        What can&apos;t wait, a strike or a flooded road, is suspended under <Go to="/suspensions">Today</Go>:
        it counts at once, without the gate, and ends by itself.
      </p>
    </Chapter>
  );
}

function Keys() {
  return (
    <Chapter id="keys">
      <p>None is needed: everything can be clicked. In a text field they type.</p>
      <div className="grid gap-x-8 gap-y-4 md:grid-cols-2">
        {keyGroups.map(({ name, keys }) => (
          <section key={name} aria-label={name}>
            <h3 className="font-semibold">{name}</h3>
            <dl className="grid grid-cols-[7rem_1fr] gap-x-3">
              {keys.map(([key, does]) => (
                <div key={key} className="contents">
                  <dt className="narrow">
                    <kbd>{key}</kbd>
                  </dt>
                  <dd>{does}</dd>
                </div>
              ))}
            </dl>
          </section>
        ))}
      </div>
    </Chapter>
  );
}
