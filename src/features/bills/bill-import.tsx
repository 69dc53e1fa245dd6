"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import { useEffect, useRef, useState } from "react";
import type { BillLine, ChargeCode } from "@/core/recovery/bill";
import { bill as billSchema } from "@/core/recovery/bill";
import { billTotal } from "@/core/recovery/group-bill";
import { parseWith } from "@/core/setup/parse-setup";
import { readDate } from "@/ui/date-text";
import { CalendarButton } from "@/ui/fields/calendar-button";
import { ImportPanel, type RowVerdict } from "@/features/import";
import { sent } from "@/features/submit";
import { problemSentence } from "@/messages/problem-sentence";
import { ublFaultSentence } from "@/messages/ubl-fault-sentence";
import { readInvoice } from "@/ubl/read-invoice";
import { PageHead } from "@/ui/parts/page-head";
import { storeBill } from "./actions";
import { billFields, billTable, billVerdict } from "./bill-rows";
import { ChargeCodes } from "./charge-codes";
import type { BillCarrier } from "./load";

/** A carrier's bill in from a file: whose it is, its number, day and currency, its rows, and what its charges are. */
export function BillImport({ carriers }: { readonly carriers: readonly BillCarrier[] }) {
  const router = useRouter();
  const [carrier, setCarrier] = useState(carriers[0]?.code ?? "");
  const of = carriers.find(({ code }) => code === carrier);
  const [number, setNumber] = useState("");
  const [date, setDate] = useState("");
  const [currency, setCurrency] = useState("");
  // what is said of one carrier's charges stays while another one's are looked at
  const [said, setSaid] = useState<Readonly<Record<string, readonly ChargeCode[]>>>({});
  const codes = said[carrier] ?? of?.words.codes ?? [];
  const [isPart, setPart] = useState(false);
  const [refused, setRefused] = useState(0);
  const isDone = useRef(false);
  const fromXml = (text: string) => {
    const read = readInvoice(text);
    if (!read.ok) return ublFaultSentence(read.fault, read.at);
    const document = parseWith(billSchema, read.bill);
    if (!document.ok) return document.problems.map((one) => `${one.path}: ${problemSentence(one)}`).join(" ");
    setNumber(document.value.number);
    setDate(document.value.date);
    setCurrency(document.value.currency);
    return billTable(document.value.lines);
  };
  const take = async (lines: readonly BillLine[]) => {
    if (refused > 0 && !isPart)
      return {
        ok: false as const,
        code: "invalid" as const,
        problems: [],
        text: `A bill is imported whole, and ${refused === 1 ? "1 row is" : `${refused} rows are`} refused: correct the file, or say below the columns that the bill is to be without ${refused === 1 ? "it" : "them"}.`,
      };
    const words = {
      ...of?.words,
      codes: [...codes],
      services: of?.words.services ?? {},
      zones: of?.words.zones ?? {},
    };
    const document = {
      number,
      date: readDate(date),
      currency: currency || (of?.currency ?? ""),
      lines: [...lines],
    };
    const answer = await sent(storeBill({ carrier, words, bill: document }));
    if (answer.ok) {
      isDone.current = true;
      // a long one is worked out while other things are done: the head of the page says how far it is
      router.push("id" in answer.value ? `/recovery/bills/${answer.value.id}` : "/recovery/bills");
    }
    return answer;
  };
  return (
    <div className="px-[18px] py-4">
      <PageHead
        above={
          <Link prefetch={false} className="link" href="/recovery/bills">
            Bills
          </Link>
        }
        title="Import a bill"
      />
      <p className="mb-3 max-w-[720px] text-soft">
        One row for each line of the bill, without tax; lines of one tracking number, else of one reference,
        are one shipment. A UBL 2.1 invoice or credit note (XML) says its number, day and currency itself.
        Nothing is stored before you say so, and an import can be undone.
      </p>
      <BillHead
        carriers={carriers}
        head={{ carrier, number, date, currency }}
        placeholder={of?.currency ?? ""}
        onHead={(next) => {
          setCarrier(next.carrier);
          setNumber(next.number);
          setDate(next.date);
          setCurrency(next.currency);
        }}
      />
      <ImportPanel
        what={`bill lines of ${of?.name ?? ""}`}
        fields={billFields}
        read={billVerdict}
        isEdit={false}
        onTake={take}
        onClose={() => {
          // it closes too when it has stored
          if (!isDone.current) router.push("/recovery/bills");
        }}
        fromXml={fromXml}
        step={(rows) => (
          <>
            <ChargeCodes
              used={chargesOf(rows)}
              codes={codes}
              surcharges={of?.surcharges ?? []}
              onCodes={(next) => setSaid({ ...said, [carrier]: next })}
            />
            <WholeBill
              rows={rows}
              currency={currency || (of?.currency ?? "")}
              isPart={isPart}
              onPart={setPart}
              onRefused={setRefused}
            />
          </>
        )}
      />
    </div>
  );
}

interface Head {
  readonly carrier: string;
  readonly number: string;
  readonly date: string;
  readonly currency: string;
}

/** Whose bill it is, its number, day and currency: what a table does not say. */
function BillHead({
  carriers,
  head,
  placeholder,
  onHead,
}: {
  readonly carriers: readonly BillCarrier[];
  readonly head: Head;
  /** The carrier's currency: counts where none is typed. */
  readonly placeholder: string;
  readonly onHead: (head: Head) => void;
}) {
  const field = "control mt-0.5 block h-8 px-2";
  const set = (key: keyof Head, text: string) => onHead({ ...head, [key]: text });
  return (
    <div className="mb-3 flex flex-wrap items-end gap-3">
      <label>
        Carrier
        <select
          className={field}
          value={head.carrier}
          onChange={(event) => set("carrier", event.target.value)}
        >
          {carriers.map(({ code, name }) => (
            <option key={code} value={code}>
              {name}
            </option>
          ))}
        </select>
      </label>
      <label>
        Bill&apos;s number
        <input
          className={`${field} w-40`}
          value={head.number}
          onChange={(event) => set("number", event.target.value)}
        />
      </label>
      <label>
        Date
        <input
          className={`${field} w-32`}
          placeholder="2026-11-30"
          value={head.date}
          onChange={(event) => set("date", event.target.value)}
        />
      </label>
      <CalendarButton label="Date" value={head.date} onDay={(day) => set("date", day)} />
      <label>
        Currency
        <input
          className={`${field} w-20`}
          placeholder={placeholder}
          value={head.currency}
          maxLength={3}
          onChange={(event) => set("currency", event.target.value.toUpperCase())}
        />
      </label>
    </div>
  );
}

/** What the rows that are taken come to, to be held beside the paper; and whether the refused ones are to be left out. */
function WholeBill({
  rows,
  currency,
  isPart,
  onPart,
  onRefused,
}: {
  readonly rows: readonly RowVerdict<BillLine>[];
  readonly currency: string;
  readonly isPart: boolean;
  readonly onPart: (isPart: boolean) => void;
  readonly onRefused: (refused: number) => void;
}) {
  const taken = rows.flatMap(({ verdict }) => (verdict.kind === "taken" ? [verdict.value] : []));
  const refused = rows.length - taken.length;
  useEffect(() => onRefused(refused), [onRefused, refused]);
  return (
    <p className="my-1.5 flex flex-wrap items-center gap-3">
      <span>
        Its lines come to <b>{billTotal(taken)}</b> {currency} without tax.
      </span>
      {refused > 0 && (
        <label className="flex min-h-6 items-center gap-1.5">
          <input type="checkbox" checked={isPart} onChange={(event) => onPart(event.target.checked)} />
          Without the {refused === 1 ? "refused row" : `${refused} refused rows`}
        </label>
      )}
    </p>
  );
}

/** The charges the rows name, each once, in their order. */
function chargesOf(rows: readonly RowVerdict<BillLine>[]): string[] {
  return [
    ...new Set(rows.flatMap(({ verdict }) => (verdict.kind === "taken" ? [verdict.value.charge] : []))),
  ];
}
