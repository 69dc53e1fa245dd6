"use client";

import type { WeightUnit } from "@/core/units/unit";
import { CalendarButton } from "@/ui/fields/calendar-button";
import { Button } from "@/ui/parts/button";
import { isWeight, newChart, suspicionOf, usualUnits, type ChartLook, type ImportPlan } from "./import-plan";

interface Props {
  readonly plan: ImportPlan;
  readonly fileName: string;
  readonly charts: readonly ChartLook[];
  readonly edges: readonly string[];
  readonly onPlan: (part: Partial<ImportPlan>) => void;
  /** Whether a tariff is made; only then its side, currency and measure are asked. */
  readonly makes: boolean;
  /** Whether an edition is made. */
  readonly dates: boolean;
}

const control = "control h-7 px-1";
const units: readonly WeightUnit[] = ["kg", "g", "lb", "oz"];

/** The file's unit, and what new tariffs, editions and zones are. */
export function FrameStep({ plan, fileName, charts, edges, onPlan, makes, dates }: Props) {
  const { frame, fileUnit } = plan;
  const set = (part: Partial<ImportPlan["frame"]>) => onPlan({ frame: { ...frame, ...part } });
  const suspected = suspicionOf(edges, plan);
  return (
    <section aria-label="Units, zones and dates" className="sheet mb-3 px-4 py-3">
      <div className="flex flex-wrap items-center gap-x-5 gap-y-2">
        <h2>Units, zones and dates</h2>
        {isWeight(frame.measure) && (
          <label>
            weights in the file are in{" "}
            <select
              aria-label="Unit of the file"
              className={control}
              value={fileUnit}
              onChange={(event) => onPlan({ fileUnit: event.target.value as WeightUnit | "" })}
            >
              <option value="">which unit?</option>
              {units.map((unit) => (
                <option key={unit}>{unit}</option>
              ))}
            </select>
          </label>
        )}
        {suspected !== undefined && (
          <span role="alert" className="border-l-4 border-l-sign pl-2">
            Edges up to {mostOf(edges)} look like {suspected === "g" ? "grams" : "kilograms"}.{" "}
            <Button onClick={() => onPlan({ fileUnit: suspected })}>Read them as {suspected}</Button>
          </span>
        )}
        <ChartFields plan={plan} fileName={fileName} charts={charts} onPlan={onPlan} />
      </div>
      {(makes || dates) && (
        <div className="mt-2 flex flex-wrap items-center gap-x-5 gap-y-2">
          {makes && <NewTariffs frame={frame} onFrame={set} />}
          {plan.plan.columns.band !== undefined && (
            <label>
              bands by{" "}
              <select
                aria-label="Measure of bands"
                className={control}
                value={frame.bands}
                onChange={(event) => set({ bands: event.target.value as typeof frame.bands })}
              >
                {measures.map(([measure, words]) => (
                  <option key={measure} value={measure}>
                    {words}
                    {usualUnits[measure] === undefined ? "" : ` in ${usualUnits[measure]}`}
                  </option>
                ))}
              </select>
            </label>
          )}
          <label>
            edition{" "}
            <input
              className="control h-7 w-24 px-1.5"
              value={frame.label}
              onChange={(event) => set({ label: event.target.value })}
            />
          </label>
          <label>
            from{" "}
            <input
              className="control h-7 w-28 px-1.5"
              value={frame.from}
              onChange={(event) => set({ from: event.target.value })}
            />
          </label>
          <CalendarButton label="First day" value={frame.from} onDay={(from) => set({ from })} />
        </div>
      )}
    </section>
  );
}

/** The zones the rates are for: of a chart that is there, or of one the file makes. */
function ChartFields({
  plan,
  fileName,
  charts,
  onPlan,
}: Pick<Props, "plan" | "fileName" | "charts" | "onPlan">) {
  const { chart } = plan;
  return (
    <>
      <label>
        zones of{" "}
        <select
          aria-label="Zone chart"
          className={control}
          value={chart.kind === "new" ? "" : chart.code}
          onChange={(event) =>
            onPlan({
              chart:
                event.target.value === ""
                  ? newChart(
                      fileName,
                      charts.map((one) => one.code),
                    )
                  : { kind: "known", code: event.target.value },
            })
          }
        >
          {charts.map((one) => (
            <option key={one.code} value={one.code}>
              {one.name}
            </option>
          ))}
          <option value="">a new chart, made of the file</option>
        </select>
      </label>
      {chart.kind === "new" ? (
        (["code", "name"] as const).map((field) => (
          <label key={field} className="text-soft">
            {field}{" "}
            <input
              aria-label={`Zone chart: ${field}`}
              className="control h-7 w-32 px-1.5 text-ink"
              value={chart[field]}
              onChange={(event) => onPlan({ chart: { ...chart, [field]: event.target.value } })}
            />
          </label>
        ))
      ) : (
        <label className="flex min-h-6 items-center gap-1.5">
          <input
            type="checkbox"
            checked={plan.addZones}
            onChange={(event) => onPlan({ addZones: event.target.checked })}
          />
          add zones and places it lacks
        </label>
      )}
    </>
  );
}

const measures: readonly (readonly [ImportPlan["frame"]["measure"], string])[] = [
  ["chargeableWeight", "chargeable weight"],
  ["actualWeight", "actual weight"],
  ["volume", "volume"],
  ["quantity", "pieces"],
  ["parcels", "parcels"],
  ["goodsValue", "goods without tax"],
  ["goodsValueIncTax", "goods with tax"],
  ["distance", "distance"],
];

/** Side, currency, measure and unit of the tariffs that are made. */
function NewTariffs({
  frame,
  onFrame,
}: {
  readonly frame: ImportPlan["frame"];
  readonly onFrame: (part: Partial<ImportPlan["frame"]>) => void;
}) {
  return (
    <>
      <label>
        new tariffs say{" "}
        <select
          aria-label="Side of new tariffs"
          className={control}
          value={frame.side}
          onChange={(event) => onFrame({ side: event.target.value === "sell" ? "sell" : "buy" })}
        >
          <option value="buy">what we pay</option>
          <option value="sell">what we charge</option>
        </select>
      </label>
      <label>
        in{" "}
        <input
          aria-label="Currency of new tariffs"
          className="control h-7 w-14 px-1.5"
          value={frame.currency}
          onChange={(event) => onFrame({ currency: event.target.value.toUpperCase() })}
        />
      </label>
      <label>
        by{" "}
        <select
          aria-label="Measure of new tariffs"
          className={control}
          value={frame.measure}
          onChange={(event) => {
            const measure = event.target.value as ImportPlan["frame"]["measure"];
            onFrame({ measure, unit: usualUnits[measure] });
          }}
        >
          {measures.map(([measure, words]) => (
            <option key={measure} value={measure}>
              {words}
            </option>
          ))}
        </select>
      </label>
      {isWeight(frame.measure) && (
        <label>
          in{" "}
          <select
            aria-label="Unit of new tariffs"
            className={control}
            value={frame.unit}
            onChange={(event) => onFrame({ unit: event.target.value })}
          >
            {units.map((unit) => (
              <option key={unit}>{unit}</option>
            ))}
          </select>
        </label>
      )}
    </>
  );
}

function mostOf(edges: readonly string[]): number {
  return Math.max(...edges.map(Number).filter((edge) => !/^9{4,}/.test(String(edge))));
}
