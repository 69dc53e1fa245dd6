"use client";

import { useState } from "react";
import type { Json } from "@/core/setup/path";
import type { Edition } from "@/core/setup/tariff";
import { compareEditions } from "@/core/tariffs/compare-editions";
import { answerText, useDraft } from "@/features/draft";
import { readFileBytes } from "@/features/import";
import { Button } from "@/ui/parts/button";
import { FileLink, TABLE_FILES } from "@/ui/parts/file-link";
import { readEditionTable, withTable, type TableFault } from "./tariff-table";

interface Props {
  readonly edition: Edition;
  readonly path: string;
  readonly onClose: () => void;
}

interface Taken {
  readonly file: string;
  readonly how: string;
  readonly next: Edition;
}

const MOST_SHOWN = 12;

/** A table from a file in place of an edition's: what it changes is told before, and nothing is stored while it has a fault. */
export function TableImport({ edition, path, onClose }: Props) {
  const { commit } = useDraft();
  const [taken, setTaken] = useState<Taken>();
  const [faults, setFaults] = useState<readonly TableFault[]>([]);
  const [trouble, setTrouble] = useState<string>();
  const open = async (picked: File) => {
    setTaken(undefined);
    setFaults([]);
    const file = readFileBytes(picked.name, new Uint8Array(await picked.arrayBuffer()));
    if ("trouble" in file) return setTrouble(`${picked.name}: ${file.trouble}`);
    setTrouble(undefined);
    const read = readEditionTable(file.table.head, file.table.rows);
    if ("faults" in read) return setFaults(read.faults);
    setTaken({ file: picked.name, how: file.how, next: withTable(edition, read.table) });
  };
  const put = async () => {
    if (!taken) return;
    const answer = await commit([{ path, from: edition as Json, to: taken.next as Json }]);
    if (answer.ok) onClose();
    else setTrouble(answerText(answer));
  };
  return (
    <section aria-label="Take in a table" className="sheet mt-3 px-3 py-2.5">
      <div className="flex flex-wrap items-center gap-3">
        <h2>Take in a table</h2>
        <FileLink words="Choose a file" accept={TABLE_FILES} onFile={(picked) => void open(picked)} />
        <span className="text-soft">
          {taken
            ? `${taken.file}: ${taken.how}`
            : "Zones down, breaks across, as “CSV” gives it out: heads like “2”, “30 per 1”, “above”"}
        </span>
        <Button kind="quiet" className="ml-auto" onClick={onClose}>
          Close
        </Button>
      </div>
      {faults.length > 0 && (
        <ul role="alert" className="mt-1.5 text-loss">
          {faults.slice(0, MOST_SHOWN).map((fault, i) => (
            <li key={i}>
              Line {fault.line}: {fault.text}
            </li>
          ))}
          {faults.length > MOST_SHOWN && <li>and {faults.length - MOST_SHOWN} more</li>}
        </ul>
      )}
      {taken && <Outcome before={edition} after={taken.next} />}
      {trouble !== undefined && (
        <p role="alert" className="mt-1.5 text-loss">
          {trouble}
        </p>
      )}
      {taken && (
        <Button kind="main" className="mt-2" onClick={() => void put()}>
          Put it into edition {edition.label}
        </Button>
      )}
    </section>
  );
}

/** What the table would change, in figures. */
function Outcome({ before, after }: { readonly before: Edition; readonly after: Edition }) {
  const { cells, zonesAdded, zonesGone, edgesAdded, edgesGone } = compareEditions(before, after);
  const count = (kind: (typeof cells)[number]["kind"]) => cells.filter((cell) => cell.kind === kind).length;
  const lists = [
    ["zones new", zonesAdded],
    ["zones gone", zonesGone],
    ["breaks new", edgesAdded],
    ["breaks gone", edgesGone],
  ] as const;
  return (
    <p role="status" className="mt-1.5">
      <b>{count("changed")}</b> changed, <b>{count("added")}</b> added, <b>{count("gone")}</b> gone,{" "}
      {count("same")} the same
      {lists
        .filter(([, list]) => list.length > 0)
        .map(([words, list]) => ` · ${words}: ${list.map((one) => one || "above").join(", ")}`)
        .join("")}
    </p>
  );
}
