"use client";

import { measures, unitsOfMeasure, type Measure } from "@/core/setup/measures";
import { destinationText, readDestinations } from "@/features/edits";
import { measureName } from "@/messages/condition-sentence";
import type { Committed } from "@/ui/fields/commit";
import { EditField } from "@/ui/fields/edit-field";
import { PickManyField } from "@/ui/fields/pick-many-field";
import { plainNumber } from "@/ui/number-text";
import {
  boundNames,
  rebound,
  withMeasure,
  type BoundName,
  type Choice,
  type MeasureCondition,
  type PlainCondition,
  type RuleChoices,
} from "./condition-kinds";

interface Props {
  readonly plain: PlainCondition;
  readonly choices: RuleChoices;
  readonly currency: string;
  readonly onCommit: (next: PlainCondition) => Promise<Committed>;
  /** Hears figures while they are typed; nothing when typing is over. */
  readonly onTyping: (next: PlainCondition | undefined) => void;
}

const weekdays = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"].map((name, i) => ({
  value: String(i + 1),
  name,
}));
const select = "control h-7 px-1";

/** What a condition compares, as fields in the order they are read. */
export function ConditionFields({ plain, choices, currency, onCommit, onTyping }: Props) {
  if ("measure" in plain)
    return <MeasureFields plain={plain} currency={currency} onCommit={onCommit} onTyping={onTyping} />;
  if ("country" in plain)
    return (
      <Codes
        label="Countries"
        codes={plain.country}
        onCommit={(country) => onCommit({ country: country.map((code) => code.toUpperCase()) })}
      />
    );
  if ("destination" in plain)
    return (
      <EditField
        label="Destinations"
        hideLabel
        width="14rem"
        placeholder="SE 62*, SE-I"
        value={plain.destination.map(destinationText).join(", ")}
        onCommit={(typed) => onCommit({ destination: readDestinations(typed) })}
      />
    );
  if ("customerGroup" in plain)
    return (
      <Codes
        label="Customer groups"
        codes={plain.customerGroup}
        onCommit={(customerGroup) => onCommit({ customerGroup })}
      />
    );
  if ("coupon" in plain)
    return <Codes label="Coupons" codes={plain.coupon} onCommit={(coupon) => onCommit({ coupon })} />;
  if ("zone" in plain) return <ZoneFields plain={plain} choices={choices} onCommit={onCommit} />;
  if ("goodsClass" in plain)
    return (
      <>
        <select
          aria-label="How the classes must occur"
          className={select}
          value={plain.in}
          onChange={(event) => void onCommit({ ...plain, in: event.target.value as typeof plain.in })}
        >
          <option value="any">any of</option>
          <option value="all">each of</option>
          <option value="only">nothing but</option>
        </select>
        <Picks
          label="Goods classes"
          chosen={plain.goodsClass}
          options={choices.goodsClasses}
          onCommit={(goodsClass) => onCommit({ ...plain, goodsClass })}
        />
      </>
    );
  if ("channel" in plain)
    return (
      <Picks
        label="Channels"
        chosen={plain.channel}
        options={choices.channels}
        onCommit={(channel) => onCommit({ channel })}
      />
    );
  if ("origin" in plain)
    return (
      <Picks
        label="Origins"
        chosen={plain.origin}
        options={choices.origins}
        onCommit={(origin) => onCommit({ origin })}
      />
    );
  if ("weekday" in plain)
    return (
      <Picks
        label="Days"
        chosen={plain.weekday.map(String)}
        options={weekdays}
        onCommit={(chosen) => onCommit({ weekday: chosen.map(Number) })}
      />
    );
  const yes = "cashOnDelivery" in plain ? plain.cashOnDelivery : plain.poBox;
  return (
    <select
      aria-label="Asked for"
      className={select}
      value={String(yes)}
      onChange={(event) => {
        const value = event.target.value === "true";
        void onCommit("cashOnDelivery" in plain ? { cashOnDelivery: value } : { poBox: value });
      }}
    >
      <option value="true">asked for</option>
      <option value="false">not asked for</option>
    </select>
  );
}

function MeasureFields({
  plain,
  currency,
  onCommit,
  onTyping,
}: Pick<Props, "currency" | "onCommit" | "onTyping"> & { readonly plain: MeasureCondition }) {
  const name: BoundName = "op" in plain ? plain.op : plain.ends;
  const units = unitsOfMeasure[plain.measure];
  const bound =
    "op" in plain ? { op: plain.op, value: plain.value } : { between: plain.between, ends: plain.ends };
  const figure = (label: string, value: string, set: (value: string) => PlainCondition) => (
    <EditField
      label={label}
      hideLabel
      numeric
      width="5rem"
      value={value}
      onCommit={(typed) => onCommit(set(plainNumber(typed)))}
      onTyping={(typed) => onTyping(typed === undefined ? undefined : set(plainNumber(typed)))}
    />
  );
  return (
    <>
      <select
        aria-label="Measure"
        className={select}
        value={plain.measure}
        onChange={(event) => void onCommit(withMeasure(bound, event.target.value as Measure, plain.unit))}
      >
        {measures.map((one) => (
          <option key={one} value={one}>
            {measureName(one)}
          </option>
        ))}
      </select>
      <select
        aria-label="Bound"
        className={select}
        value={name}
        onChange={(event) => void onCommit(rebound(plain, event.target.value as BoundName))}
      >
        {Object.entries(boundNames).map(([key, words]) => (
          <option key={key} value={key}>
            {words}
          </option>
        ))}
      </select>
      {"op" in plain ? (
        figure("Figure", plain.value, (value) => ({ ...plain, value }))
      ) : (
        <>
          {figure("Lower end", plain.between[0], (low) => ({ ...plain, between: [low, plain.between[1]] }))}
          {figure("Upper end", plain.between[1], (high) => ({ ...plain, between: [plain.between[0], high] }))}
        </>
      )}
      {units ? (
        <select
          aria-label="Unit"
          className={select}
          value={plain.unit ?? units[0]}
          onChange={(event) => void onCommit(withMeasure(bound, plain.measure, event.target.value))}
        >
          {units.map((unit) => (
            <option key={unit}>{unit}</option>
          ))}
        </select>
      ) : (
        isMoney(plain.measure) && <span className="pt-1 text-soft">{currency}</span>
      )}
    </>
  );
}

function isMoney(measure: Measure): boolean {
  return measure === "cost" || measure.startsWith("goodsValue");
}

function ZoneFields({
  plain,
  choices,
  onCommit,
}: Pick<Props, "choices" | "onCommit"> & { readonly plain: Extract<PlainCondition, { zone: string[] }> }) {
  const chart = choices.charts.find((one) => one.code === plain.chart);
  const change = (code: string) => {
    const zone = choices.charts.find((one) => one.code === code)?.zones[0]?.value;
    if (zone !== undefined) void onCommit({ zone: [zone], chart: code });
  };
  return (
    <>
      <select
        aria-label="Chart"
        className={select}
        value={plain.chart}
        onChange={(event) => change(event.target.value)}
      >
        {choices.charts.map((one) => (
          <option key={one.code} value={one.code} disabled={one.zones.length === 0}>
            {one.name}
          </option>
        ))}
      </select>
      <Picks
        label="Zones"
        chosen={plain.zone}
        options={chart?.zones ?? []}
        onCommit={(zone) => onCommit({ ...plain, zone })}
      />
    </>
  );
}

/** Codes typed with commas between them. */
function Codes({
  label,
  codes,
  onCommit,
}: {
  readonly label: string;
  readonly codes: readonly string[];
  readonly onCommit: (codes: string[]) => Promise<Committed>;
}) {
  const read = (typed: string) =>
    typed
      .split(/[,;\s]+/)
      .map((code) => code.trim())
      .filter(Boolean);
  return (
    <EditField
      label={label}
      hideLabel
      width="12rem"
      value={codes.join(", ")}
      onCommit={(typed) => onCommit(read(typed))}
    />
  );
}

function Picks({
  label,
  chosen,
  options,
  onCommit,
}: {
  readonly label: string;
  readonly chosen: readonly string[];
  readonly options: readonly Choice[];
  readonly onCommit: (chosen: string[]) => Promise<Committed>;
}) {
  return (
    <PickManyField
      label={label}
      hideLabel
      chosen={chosen}
      options={options}
      none="none chosen"
      onCommit={(next) => onCommit([...next])}
    />
  );
}
