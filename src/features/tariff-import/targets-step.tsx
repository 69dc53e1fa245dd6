"use client";

import type { ReadTariff } from "@/core/tariff-files/thread";
import { count } from "@/messages/figures";
import type { KnownTariff, Target } from "./import-plan";

interface Props {
  readonly tariffs: readonly ReadTariff[];
  readonly targets: Readonly<Record<string, Target>>;
  readonly known: readonly KnownTariff[];
  readonly label: string;
  readonly onTarget: (name: string, target: Target) => void;
  /** A new tariff for a name of the file, with a code nobody has. */
  readonly freshFor: (name: string) => Target;
  readonly fileName: string;
}

const control = "control h-7 px-1";

/** Each tariff of the file: how big it is, and where it goes. */
export function TargetsStep({ tariffs, targets, known, label, onTarget, freshFor, fileName }: Props) {
  return (
    <section aria-label="Where it goes" className="sheet mb-3 px-4 py-3">
      <h2>Where it goes</h2>
      <table className="mt-1 border-collapse">
        <tbody>
          {tariffs.map(({ name, table, rates }) => {
            const target = targets[name];
            const called = name === "" ? fileName : name;
            return (
              <tr key={name} className="border-b border-hairline last:border-0 [&>td]:py-1 [&>td]:pr-4">
                <td>
                  <b>{called}</b>
                </td>
                <td className="text-soft">
                  {count(table.rows.length, "zone")} × {count(table.breaks.length, "break")},{" "}
                  {count(rates, "rate")}
                </td>
                <td>
                  <select
                    aria-label={`${called} goes into`}
                    className={control}
                    value={
                      target === undefined
                        ? "skip"
                        : target.kind === "new" || target.kind === "skip"
                          ? target.kind
                          : `${target.kind} ${target.code}${target.kind === "edition" ? ` ${target.label}` : ""}`
                    }
                    onChange={(event) => onTarget(name, read(event.target.value, name, known, freshFor))}
                  >
                    <option value="new">a new tariff</option>
                    {known.map((tariff) => (
                      <optgroup key={tariff.code} label={tariff.name}>
                        <option value={`next ${tariff.code}`}>
                          {tariff.name}: a new edition {label}
                        </option>
                        {tariff.editions.map((edition) => (
                          <option key={edition.label} value={`edition ${tariff.code} ${edition.label}`}>
                            {tariff.name}: edition {edition.label}, in place of its table
                          </option>
                        ))}
                      </optgroup>
                    ))}
                    <option value="skip">nowhere: leave it out</option>
                  </select>
                </td>
                <td>
                  {target?.kind === "new" && (
                    <NewTariff called={called} target={target} onTarget={(next) => onTarget(name, next)} />
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}

function read(
  value: string,
  name: string,
  known: readonly KnownTariff[],
  freshFor: (name: string) => Target,
): Target {
  const [kind, code = "", ...label] = value.split(" ");
  if (kind === "new") return freshFor(name);
  if (kind === "skip" || !known.some((tariff) => tariff.code === code)) return { kind: "skip" };
  return kind === "next" ? { kind: "next", code } : { kind: "edition", code, label: label.join(" ") };
}

function NewTariff({
  called,
  target,
  onTarget,
}: {
  readonly called: string;
  readonly target: Target & { readonly kind: "new" };
  readonly onTarget: (target: Target) => void;
}) {
  return (
    <span className="flex gap-3">
      {(["code", "name"] as const).map((field) => (
        <label key={field} className="text-soft">
          {field}{" "}
          <input
            aria-label={`${called}: ${field}`}
            className={`control h-7 px-1.5 text-ink ${field === "code" ? "w-36" : "w-56"}`}
            value={target[field]}
            onChange={(event) => onTarget({ ...target, [field]: event.target.value })}
          />
        </label>
      ))}
    </span>
  );
}
