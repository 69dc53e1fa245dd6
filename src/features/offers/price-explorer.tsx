"use client";

import { useEffect, useState } from "react";
import { exploredRequest, type Exploration, type ExploredMeasure } from "@/core/bench/exploration";
import type { Channel, Offer } from "@/core/setup/offer";
import { trialName, useBench } from "@/features/bench";
import { destinationText, readDestinations } from "@/features/edits";
import { ChargeCurves } from "@/ui/charts/charge-curves";
import { plainNumber } from "@/ui/number-text";
import { pointOf } from "./explored-points";
import { Trouble } from "@/ui/parts/trouble";

interface Props {
  readonly offer: Offer;
  readonly channels: readonly Channel[];
  readonly country: string;
}

const measures: Readonly<Record<ExploredMeasure, { readonly name: string; readonly to: string }>> = {
  weight: { name: "the weight", to: "40" },
  goods: { name: "the goods value", to: "200" },
  pieces: { name: "the pieces", to: "30" },
};

/** What the offer charges, costs and keeps over a measure, to places of one's choice; a click makes a trial of a point. */
export function PriceExplorer({ offer, channels, country }: Props) {
  const own = channels.filter(({ code }) => offer.channels.includes(code));
  const { explore, explored, at, pin, choose, setOpen, mayEdit } = useBench();
  const [typed, setTyped] = useState<Typed>({
    over: "weight",
    to: measures.weight.to,
    places: country,
    weight: "1",
    price: "20",
    size: "30 × 20 × 15",
    channel: own[0]?.code ?? "",
  });
  const [trouble, setTrouble] = useState<string>();
  const { over } = typed;
  const chosen = own.find(({ code }) => code === typed.channel) ?? own[0];
  const exploration = explorationOf(offer.code, chosen?.code, typed);
  // the same question asked again is none
  const asked = JSON.stringify(exploration ?? null);
  useEffect(() => {
    explore((JSON.parse(asked) as Exploration | null) ?? undefined);
    return () => explore(undefined);
  }, [explore, asked, at]);
  if (!chosen) return <p className="text-soft">In no channel: there is nothing to explore.</p>;
  const basis = basisOf(chosen);
  const unit = { weight: "kg", goods: `${chosen.currency} of goods ${basis}`, pieces: "pieces" }[over];
  const pick = async (curve: number, index: number) => {
    const x = explored?.[curve]?.[index]?.x;
    const place = exploration?.places[curve];
    if (!mayEdit || !exploration || x === undefined || !place) return;
    const { offers: _, ...request } = exploredRequest(exploration, x, place);
    const id = crypto.randomUUID();
    const answer = await pin([{ id, name: trialName(request), request, expects: [] }]);
    setTrouble(answer.ok ? undefined : answer.text);
    if (!answer.ok) return;
    choose(id);
    setOpen(true);
  };
  return (
    <div>
      <ExplorerFields typed={typed} onType={setTyped} own={own} chosen={chosen} unit={unit} />
      {exploration === undefined ? (
        <p role="alert" className="text-loss">
          Write places as a country&apos;s two letters and a postcode, and figures of 0 or more.
        </p>
      ) : (
        explored && (
          <ChargeCurves
            label={`${offer.name}, charge ${basis}`}
            currency={chosen.currency}
            xName={unit}
            curves={explored.map((points, i) => ({
              name: destinationText(exploration.places[i] ?? { country }),
              points: points.map(pointOf),
            }))}
            onPick={(curve, point) => void pick(curve, point)}
          />
        )
      )}
      <p className="text-soft">
        Ordered today.{mayEdit && " A click on the curve, or Enter, makes a trial of it."}
      </p>
      <Trouble text={trouble} />
    </div>
  );
}

interface FieldsProps {
  readonly typed: Typed;
  readonly onType: (typed: Typed) => void;
  /** The channels the offer is given in, and the one that is looked at. */
  readonly own: readonly Channel[];
  readonly chosen: Channel;
  readonly unit: string;
}

/** What is varied and how far, to where, and what stays as it is. */
function ExplorerFields({ typed, onType, own, chosen, unit }: FieldsProps) {
  const { over } = typed;
  const put = (more: Partial<Typed>) => onType({ ...typed, ...more });
  const figure = (key: "to" | "weight" | "price", label: string, before: string, after: string) => (
    <label>
      {before}{" "}
      <input
        aria-label={label}
        className="control h-7 w-16 px-1.5 text-right"
        inputMode="decimal"
        value={typed[key]}
        onChange={(event) => put({ [key]: event.target.value })}
      />{" "}
      <span className="text-soft">{after}</span>
    </label>
  );
  return (
    <div className="mb-2 flex flex-wrap items-center gap-x-3 gap-y-1">
      <label>
        Over{" "}
        <select
          className="control h-7 px-1.5"
          value={over}
          onChange={(event) => {
            const next = event.target.value as ExploredMeasure;
            put({ over: next, to: measures[next].to });
          }}
        >
          {Object.entries(measures).map(([key, { name }]) => (
            <option key={key} value={key}>
              {name}
            </option>
          ))}
        </select>
      </label>
      {figure("to", "Up to and including", "up to and including", unit)}
      <label>
        to{" "}
        <input
          aria-label="Places"
          className="control h-7 w-44 px-1.5"
          value={typed.places}
          placeholder="EE 10111, SE 62145"
          onChange={(event) => put({ places: event.target.value })}
        />
      </label>
      {own.length > 1 && (
        <label>
          in{" "}
          <select
            className="control h-7 px-1.5"
            value={chosen.code}
            onChange={(event) => put({ channel: event.target.value })}
          >
            {own.map(({ code, name }) => (
              <option key={code} value={code}>
                {name}
              </option>
            ))}
          </select>
        </label>
      )}
      {over !== "weight" && figure("weight", "Weight of a piece", "each", "kg")}
      <label>
        of{" "}
        <input
          aria-label="Size of a piece"
          className="control h-7 w-[104px] px-1.5"
          value={typed.size}
          placeholder="no size"
          onChange={(event) => put({ size: event.target.value })}
        />{" "}
        <span className="text-soft">cm</span>
      </label>
      {over !== "goods" &&
        figure("price", "Price of a piece", "at", `${chosen.currency} a piece, ${basisOf(chosen)}`)}
    </div>
  );
}

function basisOf({ pricesIncludeTax }: Channel): string {
  return pricesIncludeTax ? "with tax" : "without tax";
}

interface Typed {
  readonly channel: string;
  readonly over: ExploredMeasure;
  readonly to: string;
  readonly places: string;
  readonly weight: string;
  readonly price: string;
  readonly size: string;
}

const MOST_PLACES = 4;

/** What is asked by what was typed; `undefined` while some of it can't be read. */
function explorationOf(
  offer: string,
  channel: string | undefined,
  { over, places, ...typed }: Typed,
): Exploration | undefined {
  const destinations = readDestinations(places);
  const [to, weight, price] = [typed.to, typed.weight, typed.price].map(plainNumber);
  const sides = typed.size.split(/[x×*]/).map(plainNumber);
  const hasSize = typed.size.trim() !== "";
  const [length = "", width = "", height = ""] = sides;
  const areSides = !hasSize || (sides.length === 3 && sides.every((side) => /^\d+(\.\d+)?$/.test(side)));
  const figures = [to, weight, price].every((text) => text !== undefined && /^\d+(\.\d+)?$/.test(text));
  const areCountries = destinations.every(({ country }) => /^[A-Z]{2}$/.test(country));
  if (channel === undefined || destinations.length === 0 || !areCountries || !figures || !areSides)
    return undefined;
  return {
    offer,
    channel,
    over,
    to: to ?? "",
    places: destinations.slice(0, MOST_PLACES),
    weight: weight ?? "",
    price: price ?? "",
    ...(hasSize ? { size: { length, width, height, unit: "cm" as const } } : {}),
  };
}
