"use client";

import type { FileField, FilePlan } from "@/core/tariff-files/file-plan";
import { guessPlan } from "@/core/tariff-files/guess-plan";
import type { OpenedSheet } from "@/core/tariff-files/thread";
import { classNames } from "@/ui/class-names";

interface Props {
  readonly sheet: OpenedSheet;
  readonly plan: FilePlan;
  readonly onPlan: (plan: FilePlan) => void;
}

const fieldWords: Readonly<Record<FileField, string>> = {
  tariff: "service or tariff",
  zone: "zone",
  country: "country",
  postcode: "postcode",
  band: "band, up to",
  from: "break from",
  to: "break up to",
  price: "price",
  rate: "how it counts",
  per: "per how much",
  minimum: "minimum",
  maximum: "maximum",
};

const fieldsOf: Readonly<Record<FilePlan["shape"], readonly FileField[]>> = {
  list: [
    "tariff",
    "zone",
    "country",
    "postcode",
    "from",
    "to",
    "price",
    "minimum",
    "maximum",
    "band",
    "rate",
    "per",
  ],
  zonesDown: ["zone", "country", "postcode", "tariff", "minimum", "maximum", "band"],
  breaksDown: ["from", "to", "tariff", "band"],
};

const ROWS_SHOWN = 6;
const control = "control h-7 px-1";

/** How the file is laid out: its shape, and what each column holds, chosen over the column itself. */
export function ColumnsStep({ sheet, plan, onPlan }: Props) {
  const head = sheet.first[plan.headLine - 1] ?? [];
  const body = sheet.first.slice(plan.headLine, plan.headLine + ROWS_SHOWN);
  const width = Math.max(head.length, ...body.map((cells) => cells.length), 0);
  const columns = Array.from({ length: Math.min(width, 80) }, (_, i) => i);
  const choose = (column: number, text: string) => {
    const kept = Object.entries(plan.columns).filter(([field, at]) => at !== column && field !== text);
    const fields = Object.fromEntries(kept) as FilePlan["columns"];
    const isField = text !== "" && text !== "rates";
    const rates = plan.rates.filter((one) => one !== column);
    onPlan({
      ...plan,
      columns: isField ? { ...fields, [text]: column } : fields,
      rates: text === "rates" ? [...rates, column].sort((a, b) => a - b) : rates,
    });
  };
  return (
    <section aria-label="How it is laid out" className="sheet mb-3 px-4 py-3">
      <PlanLine plan={plan} sheet={sheet} onPlan={onPlan} />
      <div className="mt-2 overflow-x-auto">
        <table className="narrow border-collapse">
          <thead>
            <tr>
              {columns.map((column) => (
                <th key={column} className="px-1 pb-1 text-left font-normal">
                  <ColumnChoice column={column} plan={plan} head={head[column] ?? ""} onChoose={choose} />
                </th>
              ))}
            </tr>
            <tr className="border-y border-edge bg-well text-left">
              {columns.map((column) => (
                <th key={column} className="px-2 py-1 whitespace-nowrap">
                  {head[column]}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {body.map((cells, i) => (
              <tr key={i} className="border-b border-hairline last:border-0">
                {columns.map((column) => (
                  <td key={column} className="max-w-48 truncate px-2 py-0.5 whitespace-nowrap">
                    {cells[column]}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}

function ColumnChoice({
  column,
  plan,
  head,
  onChoose,
}: {
  readonly column: number;
  readonly plan: FilePlan;
  readonly head: string;
  readonly onChoose: (column: number, text: string) => void;
}) {
  const field = Object.entries(plan.columns).find(([, at]) => at === column)?.[0];
  const value = field ?? (plan.rates.includes(column) ? "rates" : "");
  return (
    <select
      aria-label={`Column ${column + 1}${head === "" ? "" : `, ${head}`} holds`}
      className={classNames(control, "max-w-36", value === "" && "text-soft")}
      value={value}
      onChange={(event) => onChoose(column, event.target.value)}
    >
      <option value="">not read</option>
      {plan.shape !== "list" && (
        <option value="rates">{plan.shape === "zonesDown" ? "rates of a break" : "rates of a zone"}</option>
      )}
      {fieldsOf[plan.shape].map((one) => (
        <option key={one} value={one}>
          {fieldWords[one]}
        </option>
      ))}
    </select>
  );
}

function PlanLine({ plan, sheet, onPlan }: Props) {
  // another line of heads means other columns: they are guessed anew under it
  const headAt = (line: number) => {
    const moved = guessPlan(sheet.first.slice(line - 1));
    onPlan({ ...plan, headLine: line, columns: moved.columns, rates: moved.rates, shape: moved.shape });
  };
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1.5">
      <h2>How it is laid out</h2>
      <label>
        <select
          aria-label="Shape"
          className={control}
          value={plan.shape}
          onChange={(event) => onPlan({ ...plan, shape: event.target.value as FilePlan["shape"] })}
        >
          <option value="list">a row a rate</option>
          <option value="zonesDown">zones down, breaks across</option>
          <option value="breaksDown">breaks down, zones across</option>
        </select>
      </label>
      <label>
        heads in line{" "}
        <select
          className={control}
          value={plan.headLine}
          onChange={(event) => headAt(Number(event.target.value))}
        >
          {sheet.first.slice(0, 20).map((_, i) => (
            <option key={i}>{i + 1}</option>
          ))}
        </select>
      </label>
      <label>
        decimal{" "}
        <select
          aria-label="Decimal sign"
          className={control}
          value={plan.decimal}
          onChange={(event) => onPlan({ ...plan, decimal: event.target.value === "," ? "," : "." })}
        >
          <option value=",">comma: 4,20</option>
          <option value=".">point: 4.20</option>
        </select>
      </label>
      <label>
        a value at an edge is in{" "}
        <select
          aria-label="A value at an edge is in"
          className={control}
          value={plan.boundary}
          onChange={(event) => onPlan({ ...plan, boundary: event.target.value === "from" ? "from" : "upTo" })}
        >
          <option value="upTo">the break below: up to and including</option>
          <option value="from">the break above: from</option>
        </select>
      </label>
    </div>
  );
}
