"use client";

import Link from "next/link";
import type { Edition, Tariff } from "@/core/setup/tariff";
import { writeEdition, type TableShape } from "@/core/tariff-files/edition-records";
import { useDraft } from "@/features/draft";
import { downloadSheet, downloadTable } from "@/features/import";

interface Props {
  readonly tariff: Tariff;
  readonly edition: Edition;
}

const shapes: readonly (readonly [TableShape, string])[] = [
  ["matrix", "zones down"],
  ["list", "a row a rate"],
];

/** The edition as a file that comes in again unchanged, on paper, and a file in its place. */
export function GiveOut({ tariff, edition }: Props) {
  const { mayEdit } = useDraft();
  const give = (shape: TableShape, kind: "csv" | "xlsx") => {
    const { head, rows } = writeEdition(tariff, edition, shape);
    const name = `${tariff.code}-${edition.label}.${kind}`;
    return kind === "csv"
      ? downloadTable(name, head, rows)
      : downloadSheet(name, { name: `${tariff.code} ${edition.label}`, head, rows });
  };
  const query = new URLSearchParams({ into: tariff.code, edition: edition.label }).toString();
  const page = `/tariffs/${encodeURIComponent(tariff.code)}`;
  return (
    <p className="flex flex-wrap items-center gap-x-3 self-center text-soft">
      {mayEdit && (
        <Link prefetch={false} className="link" href={`/tariffs/+file?${query}`}>
          Import
        </Link>
      )}
      {shapes.map(([shape, words]) => (
        <span key={shape}>
          {words}:{" "}
          {(["csv", "xlsx"] as const).map((kind) => (
            <button
              key={kind}
              type="button"
              className="link mr-1.5"
              aria-label={`${words}: ${kind.toUpperCase()}`}
              onClick={() => void give(shape, kind)}
            >
              {kind.toUpperCase()}
            </button>
          ))}
        </span>
      ))}
      <Link
        prefetch={false}
        className="link"
        href={`${page}/sheet?${new URLSearchParams({ edition: edition.label }).toString()}`}
      >
        Print
      </Link>
    </p>
  );
}
