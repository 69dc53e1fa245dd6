"use client";

import { usePathname, useRouter, useSearchParams } from "next/navigation";
import type { CellMargin } from "@/core/tariffs/table-margins";
import type { Edition, Tariff } from "@/core/setup/tariff";
import { bandOf, bandPages } from "./band-page";
import type { LiveCells } from "./live-cells";

/** Another table laid against this one. */
export interface Against {
  readonly code: string;
  readonly margins: readonly CellMargin[];
  /** The tax taken off the sell rates, in percent. */
  readonly taxPercent: string;
}

interface Props {
  readonly tariff: Tariff;
  readonly edition: Edition;
  readonly page: number;
  readonly onPage: (page: number) => void;
  readonly shaded: boolean;
  readonly onShaded: (shaded: boolean) => void;
  readonly against: Against | undefined;
  readonly others: readonly { readonly code: string; readonly name: string }[];
  readonly live: LiveCells | undefined;
}

/** How the table is looked at: the band's page, shading, and the other side laid against it. */
export function TableLook({ tariff, edition, page, onPage, shaded, onShaded, against, others, live }: Props) {
  const router = useRouter();
  const path = usePathname();
  const query = useSearchParams();
  const lay = (code: string) => {
    const next = new URLSearchParams(query);
    next.set("edition", edition.label);
    if (code === "") next.delete("against");
    else next.set("against", code);
    router.replace(`${path}?${next.toString()}`, { scroll: false });
  };
  return (
    <div className="mb-1.5 flex flex-wrap items-center gap-x-4 gap-y-1">
      {edition.bands && (
        <label>
          <span className="text-soft">page of</span>{" "}
          <select
            aria-label="Band"
            className="control h-7 px-1"
            value={page}
            onChange={(event) => onPage(Number(event.target.value))}
          >
            {bandPages(edition).map((one) => (
              <option key={one} value={one}>
                {bandOf(tariff, edition, one)}
              </option>
            ))}
          </select>
        </label>
      )}
      <label className="flex min-h-6 items-center gap-1.5">
        <input type="checkbox" checked={shaded} onChange={(event) => onShaded(event.target.checked)} />
        shade the dear zones of each break
      </label>
      {others.length > 0 && !edition.bands && (
        <label>
          <span className="text-soft">laid against</span>{" "}
          <select
            aria-label="Laid against"
            className="control h-7 px-1"
            key={against?.code ?? ""}
            defaultValue={against?.code ?? ""}
            onChange={(event) => lay(event.target.value)}
          >
            <option value="">nothing</option>
            {others.map((other) => (
              <option key={other.code} value={other.code}>
                {other.name}
              </option>
            ))}
          </select>
        </label>
      )}
      {live && <span className={live.cells?.length === 0 ? "text-soft" : undefined}>{liveWords(live)}</span>}
      {against && (
        <span className="text-soft">
          {against.margins.length === 0
            ? "The two can't be compared: another kind of measure, bands, or no exchange rate."
            : `Small: what is left at each upper edge, ${tariff.currency}, ${against.taxPercent === "0" ? "both without tax" : `sell rates less ${against.taxPercent} % tax`}, tables alone.`}
        </span>
      )}
    </div>
  );
}

/** How the table stands to what is live. */
function liveWords({ revision, cells }: LiveCells): string {
  if (!cells) return `Not in revision ${revision}, which is live`;
  if (cells.length === 0) return `As in revision ${revision}, which is live`;
  return `${cells.length === 1 ? "1 rate differs" : `${cells.length} rates differ`} from revision ${revision}, which is live`;
}
