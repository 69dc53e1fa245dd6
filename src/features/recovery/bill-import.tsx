"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import { useRef, useState } from "react";
import type { BillLine, ChargeCode } from "@/core/recovery/bill";
import { bill as billSchema } from "@/core/recovery/bill";
import { parseWith } from "@/core/setup/parse-setup";
import { readDate } from "@/features/edits";
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
  const [codes, setCodes] = useState<readonly ChargeCode[]>(of?.words.codes ?? []);
  const isDone = useRef(false);
  const choose = (code: string) => {
    setCarrier(code);
    setCodes(carriers.find((one) => one.code === code)?.words.codes ?? []);
  };
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
      router.push(`/recovery/bills/${answer.value.id}`);
    }
    return answer;
  };
  const field = "control mt-0.5 block h-8 px-2";
  return (
    <div className="px-[18px] py-4">
      <PageHead
        above={
          <Link prefetch={false} className="link" href="/recovery">
            Recovery
          </Link>
        }
        title="Take a bill in"
      />
      <p className="mb-3 max-w-[720px] text-soft">
        One row for each line of the bill, without tax; lines of one tracking number, else of one reference,
        are one shipment. A UBL 2.1 invoice or credit note (XML) says its number, day and currency itself.
        Nothing is stored before you say so, and a bill can be taken back.
      </p>
      <div className="mb-3 flex flex-wrap items-end gap-3">
        <label>
          Carrier
          <select className={field} value={carrier} onChange={(event) => choose(event.target.value)}>
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
            value={number}
            onChange={(event) => setNumber(event.target.value)}
          />
        </label>
        <label>
          Date
          <input
            className={`${field} w-32`}
            placeholder="2026-11-30"
            value={date}
            onChange={(event) => setDate(event.target.value)}
          />
        </label>
        <label>
          Currency
          <input
            className={`${field} w-20`}
            placeholder={of?.currency ?? ""}
            value={currency}
            maxLength={3}
            onChange={(event) => setCurrency(event.target.value.toUpperCase())}
          />
        </label>
      </div>
      <ImportPanel
        what={`bill lines of ${of?.name ?? ""}`}
        fields={billFields}
        read={billVerdict}
        onTake={take}
        onClose={() => {
          // it closes too when it has stored
          if (!isDone.current) router.push("/recovery");
        }}
        fromXml={fromXml}
        step={(rows) => (
          <ChargeCodes
            used={chargesOf(rows)}
            codes={codes}
            surcharges={of?.surcharges ?? []}
            onCodes={setCodes}
          />
        )}
      />
    </div>
  );
}

/** The charges the rows name, each once, in their order. */
function chargesOf(rows: readonly RowVerdict<BillLine>[]): string[] {
  return [
    ...new Set(rows.flatMap(({ verdict }) => (verdict.kind === "taken" ? [verdict.value.charge] : []))),
  ];
}
