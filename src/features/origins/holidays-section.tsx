"use client";

import { useState } from "react";
import type { Origin } from "@/core/setup/origin";
import { joinPath } from "@/core/setup/path";
import { useCommit, useDraft } from "@/features/draft";
import { readDate } from "@/ui/date-text";
import { decodeText } from "@/tabular/decode-text";
import { EditField } from "@/ui/fields/edit-field";
import { Button } from "@/ui/parts/button";
import { FileLink } from "@/ui/parts/file-link";
import type { HolidayFile } from "./holiday-file";
import { withDays } from "./year-days";
import { YearStrip } from "./year-strip";
import { Trouble } from "@/ui/parts/trouble";

interface Props {
  readonly origin: Origin;
  readonly others: readonly Pick<Origin, "code" | "name" | "holidays">[];
}

/** The days an origin does not work, as a strip, as a list, from a file, and for other origins too. */
export function HolidaysSection({ origin, others }: Props) {
  const { mayEdit, habits } = useDraft();
  const path = joinPath("origins", origin.code, "holidays");
  const holidays = origin.holidays ?? [];
  const commit = useCommit(path, origin.holidays);
  const [trouble, setTrouble] = useState<string>();
  const [year, setYear] = useState(habits.today.slice(0, 4));
  const set = async (next: readonly string[]) => {
    const result = await commit(next.length === 0 ? undefined : next);
    setTrouble(result.ok ? undefined : result.text);
    return result.ok;
  };
  const typed = (text: string) => {
    const dates = text
      .split(/[\s,;]+/)
      .filter(Boolean)
      .map(readDate);
    return commit(dates.length === 0 ? undefined : dates);
  };
  return (
    <section aria-label="Holidays" className="mb-4 border-b border-hairline pb-3">
      <h2 className="mb-1.5">Holidays</h2>
      <YearStrip
        label={`Holidays of ${origin.name}`}
        workdays={origin.workdays}
        holidays={holidays}
        today={habits.today}
        readOnly={!mayEdit}
        onSet={(next) => void set(next)}
        onYear={(shown) => setYear(String(shown))}
      />
      <Trouble text={trouble} />
      <div className="mt-2">
        <EditField
          label="As a list"
          path={path}
          width="44rem"
          placeholder="2026-12-24, 2026-12-25"
          value={holidays.join(", ")}
          readOnly={!mayEdit}
          onCommit={typed}
        />
      </div>
      {mayEdit && (
        <div className="flex flex-wrap items-start gap-x-6 gap-y-2">
          <HolidayImport
            origin={origin}
            year={Number(year)}
            onTake={(days) => set(withDays(holidays, days, true))}
          />
          <CopyHolidays
            days={holidays.filter((day) => day.startsWith(`${year}-`))}
            year={year}
            others={others}
          />
        </div>
      )}
    </section>
  );
}

function HolidayImport({
  origin,
  year,
  onTake,
}: {
  readonly origin: Origin;
  readonly year: number;
  readonly onTake: (days: readonly string[]) => Promise<boolean>;
}) {
  const [file, setFile] = useState<HolidayFile & { readonly name: string }>();
  const [trouble, setTrouble] = useState<string>();
  const open = async (picked: File) => {
    const { text } = decodeText(new Uint8Array(await picked.arrayBuffer()));
    const { readHolidayFile } = await import("./holiday-file");
    const read = readHolidayFile(text, origin.timeZone, year);
    setFile(read && { ...read, name: picked.name });
    setTrouble(read ? undefined : `${picked.name} is not a calendar: choose an iCalendar file (.ics).`);
  };
  const known = new Set(origin.holidays);
  const fresh = file?.days.filter((day) => !known.has(day.date)) ?? [];
  return (
    <div className="min-w-[16rem]">
      <FileLink
        words="Import a calendar file"
        accept=".ics,text/calendar"
        onFile={(picked) => void open(picked)}
      />
      <Trouble text={trouble} />
      {file && (
        <div className="sheet mt-1 max-w-[26rem] px-2 py-1.5">
          <p>
            {file.name}: <b>{fresh.length}</b> new days from {year} to {year + 2},{" "}
            {file.days.length - fresh.length} there already.
          </p>
          {file.partial.length > 0 && (
            <p className="text-soft">
              Left out, since they cover no whole day in {origin.timeZone}:{" "}
              {file.partial.slice(0, 5).join(", ")}
              {file.partial.length > 5 ? ` and ${file.partial.length - 5} more` : ""}.
            </p>
          )}
          <ul className="my-1 max-h-[130px] overflow-auto">
            {fresh.map((day) => (
              <li key={day.date}>
                {day.date} <span className="text-soft">{day.name}</span>
              </li>
            ))}
          </ul>
          <div className="flex gap-2">
            <Button
              kind="main"
              disabled={fresh.length === 0}
              onClick={() =>
                void onTake(fresh.map((day) => day.date)).then((taken) => {
                  if (taken) setFile(undefined);
                })
              }
            >
              Import {fresh.length}
            </Button>
            <Button onClick={() => setFile(undefined)}>Cancel</Button>
          </div>
        </div>
      )}
    </div>
  );
}

function CopyHolidays({
  days,
  year,
  others,
}: {
  readonly days: readonly string[];
  readonly year: string;
  readonly others: Props["others"];
}) {
  const { commit } = useDraft();
  const [said, setSaid] = useState<string>();
  if (others.length === 0) return null;
  const copy = async (targets: Props["others"]) => {
    const changes = targets.flatMap((target) => {
      const next = withDays(target.holidays ?? [], days, true);
      if (next.length === (target.holidays ?? []).length) return [];
      return [
        {
          path: joinPath("origins", target.code, "holidays"),
          ...(target.holidays ? { from: target.holidays } : {}),
          to: next,
        },
      ];
    });
    if (changes.length === 0) return setSaid("They are there already.");
    const answer = await commit(changes);
    setSaid(
      answer.ok ? `Copied to ${changes.length} ${changes.length === 1 ? "origin" : "origins"}.` : answer.text,
    );
  };
  return (
    <div>
      <p className="flex flex-wrap items-center gap-1.5">
        <span className="text-soft">
          Copy the {days.length} of {year} to
        </span>
        {others.map((other) => (
          <Button
            key={other.code}
            className="h-7 px-2"
            disabled={days.length === 0}
            onClick={() => void copy([other])}
          >
            {other.name}
          </Button>
        ))}
        {others.length > 1 && (
          <Button className="h-7 px-2" disabled={days.length === 0} onClick={() => void copy(others)}>
            all of them
          </Button>
        )}
      </p>
      <p role="status" className="text-soft">
        {said}
      </p>
    </div>
  );
}
