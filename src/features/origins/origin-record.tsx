"use client";

import Link from "next/link";
import type { Origin } from "@/core/setup/origin";
import { joinPath } from "@/core/setup/path";
import type { GoodsClass } from "@/core/setup/business";
import {
  DraftChoice,
  DraftPickMany,
  DraftSwitch,
  DraftText,
  DraftWhole,
  FindingsNote,
  MemberHead,
  useCommit,
  useDraft,
  type Notice,
} from "@/features/draft";
import { EditField } from "@/ui/fields/edit-field";
import { Record, Section } from "@/ui/parts/section";

interface Props {
  readonly origin: Origin;
  readonly goodsClasses: readonly GoodsClass[];
  readonly services: readonly { readonly code: string; readonly name: string; readonly carrier: string }[];
  readonly notices: readonly Notice[];
}

const kinds = [
  { value: "warehouse", name: "own warehouse" },
  { value: "store", name: "store" },
  { value: "supplier", name: "supplier who ships for us" },
];
const days = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"].map((name, i) => ({
  value: String(i + 1),
  name,
}));

/** A place goods leave from, edited where it stands. */
export function OriginRecord({ origin, goodsClasses, services, notices }: Props) {
  const path = joinPath("origins", origin.code);
  const at = (field: string) => `${path}/${field}`;
  return (
    <>
      <MemberHead
        list="origins"
        member={origin}
        value={origin}
        what="Origin"
        about={`rank ${origin.rank}`}
        page="/origins"
        home="/origins"
      />
      <FindingsNote notices={notices} />
      <Record>
        <Section name="Name">
          <DraftText label="Name" path={at("name")} value={origin.name} />
          <DraftChoice label="Kind" path={at("kind")} value={origin.kind} options={kinds} />
          <DraftSwitch label="In use" path={at("active")} value={origin.active} />
        </Section>
        <Section name="Address">
          <AddressLine path={at("address/lines")} lines={origin.address.lines} />
          <DraftText
            label="Postcode"
            path={at("address/postcode")}
            value={origin.address.postcode}
            width="8rem"
          />
          <DraftText label="Town" path={at("address/city")} value={origin.address.city} />
          <DraftText
            label="Subdivision"
            path={at("address/subdivision")}
            value={origin.address.subdivision}
            optional
            width="8rem"
            placeholder="ISO 3166-2"
          />
          <DraftText
            label="Country"
            path={at("address/country")}
            value={origin.address.country}
            width="4rem"
          />
        </Section>
        <Section name="Contact">
          <DraftText label="Name" path={at("contact/name")} value={origin.contact?.name} optional />
          <DraftText label="Telephone" path={at("contact/phone")} value={origin.contact?.phone} optional />
          <DraftText label="E-mail" path={at("contact/email")} value={origin.contact?.email} optional />
        </Section>
        <Section name="Working time">
          <DraftText
            label="Cut-off"
            path={at("cutOff")}
            value={origin.cutOff}
            width="5rem"
            unit={`in ${origin.timeZone}`}
          />
          <DraftText label="Time zone" path={at("timeZone")} value={origin.timeZone} />
          <DraftWhole
            label="Handling"
            path={at("handlingDays")}
            value={origin.handlingDays}
            unit="working days"
          />
          <Workdays path={at("workdays")} workdays={origin.workdays} />
          <Holidays path={at("holidays")} holidays={origin.holidays} />
        </Section>
        <Section name="Sourcing">
          <DraftWhole label="Rank" path={at("rank")} value={origin.rank} unit="1 comes first" />
          <DraftPickMany
            label="Refuses"
            path={at("refusesGoodsClasses")}
            value={origin.refusesGoodsClasses}
            optional
            none="nothing"
            options={goodsClasses.map((entry) => ({ value: entry.code, name: entry.name }))}
          />
          <p className="flex flex-wrap gap-x-2">
            <span className="w-[128px] text-soft">Serves</span>
            {origin.serves
              ? origin.serves
                  .map((place) =>
                    [place.subdivision ?? place.country, place.postcode].filter(Boolean).join(" "),
                  )
                  .join(", ")
              : "everywhere"}
          </p>
        </Section>
        <Section name="Position">
          <Coordinate label="Latitude" path={at("position")} origin={origin} axis="lat" />
          <Coordinate label="Longitude" path={at("position")} origin={origin} axis="lon" />
        </Section>
        <Section name="Leaving here">
          <ul className="space-y-0.5">
            {services.map((service) => (
              <li key={service.code}>
                <Link
                  prefetch={false}
                  className="link"
                  href={`/services/${encodeURIComponent(service.code)}`}
                >
                  {service.name}
                </Link>
              </li>
            ))}
            {services.length === 0 && <li className="text-soft">No service leaves from here.</li>}
          </ul>
        </Section>
      </Record>
    </>
  );
}

function AddressLine({ path, lines }: { readonly path: string; readonly lines: readonly string[] }) {
  const { mayEdit } = useDraft();
  const commit = useCommit(path, lines);
  const toLines = (text: string) =>
    text
      .split("·")
      .map((line) => line.trim())
      .filter(Boolean);
  return (
    <EditField
      label="Street"
      path={path}
      value={lines.join(" · ")}
      readOnly={!mayEdit}
      onCommit={(typed) => commit(toLines(typed))}
    />
  );
}

function Workdays({ path, workdays }: { readonly path: string; readonly workdays: readonly number[] }) {
  const { mayEdit } = useDraft();
  const commit = useCommit(path, workdays);
  return (
    <fieldset data-path={path} disabled={!mayEdit} className="mb-1 flex flex-wrap items-center gap-x-2">
      <legend className="float-left w-[128px] text-soft">Working days</legend>
      {days.map((day, i) => (
        <label key={day.value} className="flex items-center gap-1">
          <input
            type="checkbox"
            className="accent-[var(--ink)]"
            checked={workdays.includes(i + 1)}
            onChange={(event) =>
              void commit(
                [1, 2, 3, 4, 5, 6, 7].filter((n) =>
                  n === i + 1 ? event.target.checked : workdays.includes(n),
                ),
              )
            }
          />
          {day.name}
        </label>
      ))}
    </fieldset>
  );
}

function Holidays({
  path,
  holidays,
}: {
  readonly path: string;
  readonly holidays: readonly string[] | undefined;
}) {
  const { mayEdit } = useDraft();
  const commit = useCommit(path, holidays);
  const onCommit = (typed: string) => {
    const dates = typed.split(/[\s,;]+/).filter(Boolean);
    return commit(dates.length === 0 ? undefined : dates);
  };
  return (
    <EditField
      label="Holidays"
      path={path}
      width="34rem"
      placeholder="2026-12-24, 2026-12-25"
      value={holidays?.join(", ") ?? ""}
      readOnly={!mayEdit}
      onCommit={onCommit}
    />
  );
}

/** The two coordinates are one value: the first one typed begins it at the equator. */
function Coordinate({
  label,
  path,
  origin,
  axis,
}: {
  readonly label: string;
  readonly path: string;
  readonly origin: Origin;
  readonly axis: "lat" | "lon";
}) {
  const { mayEdit } = useDraft();
  const commit = useCommit(path, origin.position);
  const onCommit = (typed: string) => {
    const number = Number(typed.replace(",", "."));
    if (typed.trim() === "") return commit(undefined);
    return commit({ lat: 0, lon: 0, ...origin.position, [axis]: Number.isNaN(number) ? typed : number });
  };
  return (
    <EditField
      label={label}
      path={path}
      numeric
      width="6rem"
      unit="degrees"
      value={String(origin.position?.[axis] ?? "")}
      readOnly={!mayEdit}
      onCommit={onCommit}
    />
  );
}
