"use client";

import Link from "next/link";
import type { Json } from "@/core/setup/path";
import { isBegun, rateChanges } from "@/core/setup/service-tariff";
import type { Connection } from "@/core/setup/offer";
import type { Service } from "@/core/setup/service";
import { DraftQuantity, useCommit, useDraft } from "@/features/draft";
import { liveRateWords } from "@/messages/live-rate-words";
import { ChoiceField } from "@/ui/fields/choice-field";
import type { Committed } from "@/ui/fields/commit";
import { EditField } from "@/ui/fields/edit-field";
import { plainNumber } from "@/ui/number-text";
import { Section } from "@/ui/parts/section";

interface Option {
  readonly value: string;
  readonly name: string;
}

interface Props {
  readonly path: string;
  readonly service: Service;
  readonly tariffs: readonly Option[];
  readonly connections: readonly Connection[];
  readonly carrierName: string;
}

/** Where the rate comes from, and the weight it is looked up by. */
export function ServiceRate({ path, service, tariffs, connections, carrierName }: Props) {
  const { habits } = useDraft();
  const at = (field: string) => `${path}/${field}`;
  return (
    <Section name="Rate">
      <RateSource
        path={path}
        service={service}
        tariffs={tariffs}
        connections={connections.map(({ code }) => ({ value: code, name: code }))}
      />
      <LiveSentence {...{ service, tariffs, connections, carrierName }} />
      <Volumetric path={at("volumetric")} volumetric={service.volumetric} />
      <DraftQuantity
        label="Weight step"
        path={at("weightStep")}
        value={service.weightStep}
        unit={habits.weight}
      />
      {"tariff" in service.rate && (
        <Link prefetch={false} className="link" href={`/tariffs/${encodeURIComponent(service.rate.tariff)}`}>
          Open the tariff
        </Link>
      )}
    </Section>
  );
}

/** What the fields of a live rate come to. */
function LiveSentence({ service, tariffs, connections, carrierName }: Omit<Props, "path">) {
  const { rate, surcharges = [] } = service;
  const connection = "live" in rate ? connections.find(({ code }) => code === rate.live) : undefined;
  if (!connection || !("live" in rate)) return null;
  const { fallback } = rate;
  const tariff =
    typeof fallback === "object" && "tariff" in fallback
      ? tariffs.find(({ value }) => value === fallback.tariff)?.name
      : undefined;
  return (
    <p className="my-1 max-w-[40rem] md:ml-[136px]">
      {liveRateWords(rate, connection, {
        carrier: carrierName,
        surcharges: surcharges.length,
        ...(tariff === undefined ? {} : { tariff }),
      })}{" "}
      <Link prefetch={false} className="link" href={`/connections/${encodeURIComponent(connection.code)}`}>
        How it is asked, and how far our table is from it
      </Link>
    </p>
  );
}

type Rate = Service["rate"];
type LiveRate = Extract<Rate, { live: string }>;

/** Where the rate comes from. A service that is off and has none was begun: its first rate switches it on. */
function RateSource({
  path: servicePath,
  service,
  tariffs,
  connections,
}: {
  readonly path: string;
  readonly service: Service;
  readonly tariffs: readonly Option[];
  readonly connections: readonly Option[];
}) {
  const { mayEdit, commit: store } = useDraft();
  const path = `${servicePath}/rate`;
  const { rate } = service;
  const begun = isBegun(service);
  const commit = async (to: Rate): Promise<Committed> => {
    const answer = await store(rateChanges(service, to));
    return answer.ok ? { ok: true } : { ok: false, text: answer.text, conflict: answer.code === "conflict" };
  };
  const given = "tariff" in rate ? `tariff ${rate.tariff}` : "live" in rate ? `live ${rate.live}` : "none";
  const value = begun ? "" : given;
  const options = [
    ...(begun ? [{ value: "", name: "no rate: it is off" }] : []),
    { value: "none", name: "costs nothing" },
    ...tariffs.map((tariff) => ({ value: `tariff ${tariff.value}`, name: `tariff ${tariff.name}` })),
    ...connections.map((one) => ({ value: `live ${one.value}`, name: `asked live through ${one.name}` })),
  ];
  const choose = (chosen: string) => {
    const [kind, code = ""] = chosen.split(" ");
    if (kind === "tariff") return commit({ tariff: code });
    if (kind === "live") return commit({ liveService: "", ...("live" in rate ? rate : {}), live: code });
    return commit({ none: true });
  };
  return (
    <>
      <ChoiceField
        label="Rate from"
        path={path}
        value={value}
        options={options}
        readOnly={!mayEdit}
        onCommit={choose}
      />
      {begun && mayEdit && (
        <p className="hatch mb-1 rounded-md border border-dashed border-edge px-2 md:ml-[136px]">
          It has no rate yet. Choosing one switches it on.
        </p>
      )}
      {"live" in rate && <LiveFields path={path} rate={rate} tariffs={tariffs} />}
    </>
  );
}

/** What the service is called there, and what stands in while there is no answer. */
function LiveFields({
  path,
  rate,
  tariffs,
}: {
  readonly path: string;
  readonly rate: LiveRate;
  readonly tariffs: readonly Option[];
}) {
  const { mayEdit } = useDraft();
  const name = useCommit(`${path}/liveService`, rate.liveService);
  const commit = useCommit(`${path}/fallback`, rate.fallback as Json | undefined);
  const { fallback = "passOver" } = rate;
  const hours =
    typeof fallback === "object" && "lastKnownHours" in fallback ? fallback.lastKnownHours : undefined;
  const value =
    fallback === "passOver" ? "pass" : "tariff" in fallback ? `tariff ${fallback.tariff}` : "last";
  const choose = (chosen: string) =>
    commit(
      chosen === "pass"
        ? "passOver"
        : chosen === "last"
          ? { lastKnownHours: 24 }
          : { tariff: chosen.slice(7) },
    );
  return (
    <>
      <EditField
        label="Its name there"
        path={`${path}/liveService`}
        value={rate.liveService}
        readOnly={!mayEdit}
        onCommit={name}
      />
      <ChoiceField
        label="Without an answer"
        path={`${path}/fallback`}
        value={value}
        options={[
          { value: "pass", name: "the service is passed over" },
          { value: "last", name: "the last answer stands in" },
          ...tariffs.map((tariff) => ({ value: `tariff ${tariff.value}`, name: `tariff ${tariff.name}` })),
        ]}
        readOnly={!mayEdit}
        onCommit={choose}
      />
      {hours !== undefined && (
        <EditField
          label="Not older than"
          numeric
          width="4rem"
          unit="hours"
          value={String(hours)}
          readOnly={!mayEdit}
          onCommit={(typed) => {
            const number = Number(plainNumber(typed));
            return commit({ lastKnownHours: Number.isNaN(number) ? typed : number });
          }}
        />
      )}
    </>
  );
}

function Volumetric({
  path,
  volumetric,
}: {
  readonly path: string;
  readonly volumetric: Service["volumetric"];
}) {
  const { mayEdit } = useDraft();
  const commit = useCommit(path, volumetric);
  const kind = volumetric === undefined ? "none" : "divisor" in volumetric ? "divisor" : "kgPerM3";
  const figure =
    volumetric === undefined ? "" : "divisor" in volumetric ? volumetric.divisor : volumetric.kgPerM3;
  const made = (chosen: string, text: string) =>
    chosen === "divisor" ? { divisor: text } : chosen === "kgPerM3" ? { kgPerM3: text } : undefined;
  const usual = { divisor: "5000", kgPerM3: "250" } as const;
  return (
    <>
      <ChoiceField
        label="Chargeable weight"
        path={path}
        value={kind}
        options={[
          { value: "none", name: "the actual weight" },
          { value: "divisor", name: "the higher of actual and cm³ ÷ divisor, per parcel" },
          { value: "kgPerM3", name: "the higher of actual and kg per m³, per parcel" },
        ]}
        readOnly={!mayEdit}
        onCommit={(chosen) =>
          commit(made(chosen, chosen === "divisor" || chosen === "kgPerM3" ? usual[chosen] : ""))
        }
      />
      {kind !== "none" && (
        <EditField
          label={kind === "divisor" ? "Divisor" : "Density"}
          numeric
          width="6rem"
          unit={kind === "divisor" ? "cm³ per kg" : "kg per m³"}
          value={figure}
          readOnly={!mayEdit}
          onCommit={(typed) => commit(made(kind, plainNumber(typed)))}
        />
      )}
    </>
  );
}
