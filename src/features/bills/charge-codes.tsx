"use client";

import type { ChargeCode } from "@/core/recovery/bill";
import { codeKinds } from "@/messages/bill-words";

interface Props {
  /** The charges of the file. */
  readonly used: readonly string[];
  readonly codes: readonly ChargeCode[];
  readonly surcharges: readonly { readonly code: string; readonly name: string }[];
  readonly onCodes: (codes: readonly ChargeCode[]) => void;
}

const kinds = Object.entries(codeKinds) as [ChargeCode["kind"], string][];

/** What each of the carrier's charges is; kept for its next bill. */
export function ChargeCodes({ used, codes, surcharges, onCodes }: Props) {
  if (used.length === 0) return null;
  const same = (a: string, b: string) => a.toLowerCase() === b.toLowerCase();
  const set = (next: ChargeCode) => onCodes([...codes.filter(({ code }) => !same(code, next.code)), next]);
  return (
    <fieldset className="my-1.5">
      <legend className="text-soft">What its charges are; kept for this carrier&apos;s next bill</legend>
      {used.map((charge) => {
        const known = codes.find(({ code }) => same(code, charge));
        return (
          <div key={charge} className="flex flex-wrap items-center gap-2 py-0.5">
            <b className={`w-40 truncate ${known ? "" : "text-loss"}`}>{charge}</b>
            <select
              aria-label={`${charge} is`}
              className="control h-7 px-1"
              value={known?.kind ?? ""}
              onChange={(event) => set({ code: charge, kind: event.target.value as ChargeCode["kind"] })}
            >
              {!known && <option value="">nobody has said yet</option>}
              {kinds.map(([kind, name]) => (
                <option key={kind} value={kind}>
                  {name}
                </option>
              ))}
            </select>
            {known?.kind === "surcharge" && (
              <select
                aria-label={`${charge} is our surcharge`}
                className="control h-7 px-1"
                value={known.surcharge ?? ""}
                onChange={(event) =>
                  set({
                    code: charge,
                    kind: "surcharge",
                    ...(event.target.value === "" ? {} : { surcharge: event.target.value }),
                  })
                }
              >
                <option value="">none of ours</option>
                {surcharges.map(({ code, name }) => (
                  <option key={code} value={code}>
                    {name}
                  </option>
                ))}
              </select>
            )}
          </div>
        );
      })}
    </fieldset>
  );
}
