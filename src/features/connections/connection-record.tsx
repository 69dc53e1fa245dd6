"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Connection } from "@/core/setup/offer";
import { joinPath, type Json } from "@/core/setup/path";
import type { Service } from "@/core/setup/service";
import { DraftChoice, DraftWhole, useDraft } from "@/features/draft";
import { Button } from "@/ui/parts/button";
import { PageHead } from "@/ui/parts/page-head";
import { Section } from "@/ui/parts/section";
import { Trouble } from "@/ui/parts/trouble";
import { AskNow } from "./ask-now";
import { CarrierServices } from "./carrier-services";
import { ConnectionForm } from "./connection-form";
import { DriftSection } from "./drift-section";
import { LastDay } from "./last-day";
import type { ConnectionParts } from "./load";
import { OpenedExchanges } from "./opened-exchanges";

interface Props {
  readonly connection: Connection;
  readonly carrierName: string;
  readonly adapters: readonly { readonly code: string; readonly name: string }[];
  readonly ours: readonly Pick<Service, "code" | "name" | "rate">[];
  readonly originNames: Readonly<Record<string, string>>;
  readonly parts: ConnectionParts;
}

/** The way to a carrier's system: how it is reached, which services it prices, what it says now, and how it has done. */
export function ConnectionRecord({ connection, carrierName, adapters, ours, originNames, parts }: Props) {
  const path = joinPath("connections", connection.code);
  const { mayEdit } = useDraft();
  return (
    <>
      <PageHead above={`Connection ${connection.code} · ${carrierName}`} title="Live rates">
        <DeleteConnection connection={connection} path={path} isUsed={ours.length > 0} />
      </PageHead>
      {parts.opened && (
        <Section name="A call">
          <span id="call" className="scroll-mt-4" />
          <OpenedExchanges code={connection.code} opened={parts.opened} />
        </Section>
      )}
      <Section name="Asked by">
        <DraftChoice
          label="Adapter"
          path={`${path}/adapter`}
          value={connection.adapter}
          options={adapters.map(({ code, name }) => ({ value: code, name }))}
        />
        <DraftWhole
          label="Waits at most"
          path={`${path}/timeoutMs`}
          value={connection.timeoutMs}
          unit="ms; a quote 1500"
        />
        <DraftWhole
          label="An answer holds"
          path={`${path}/cacheMinutes`}
          value={connection.cacheMinutes}
          unit="minutes"
        />
        {parts.adapter?.cannot.map((one) => (
          <p key={one} className="text-soft">
            {one}
          </p>
        ))}
      </Section>
      <Section name="How it is reached">
        <ConnectionForm key={connection.adapter} code={connection.code} parts={parts} />
      </Section>
      <Section name="Services">
        <CarrierServices code={connection.code} ours={ours} />
      </Section>
      <Section name="Ask now">
        {parts.view ? (
          <AskNow code={connection.code} originNames={originNames} />
        ) : (
          <p className="text-soft">Say first how it is reached.</p>
        )}
      </Section>
      <Section name="Our tables beside it">
        <DriftSection
          code={connection.code}
          drift={parts.drift}
          serviceNames={Object.fromEntries(ours.map(({ code, name }) => [code, name]))}
          originNames={originNames}
          mayEdit={mayEdit}
        />
      </Section>
      <Section name="The last day">
        <LastDay code={connection.code} timeout={connection.timeoutMs} mayEdit={mayEdit} parts={parts} />
      </Section>
    </>
  );
}

function DeleteConnection({
  connection,
  path,
  isUsed,
}: {
  readonly connection: Connection;
  readonly path: string;
  readonly isUsed: boolean;
}) {
  const { mayEdit, commit } = useDraft();
  const router = useRouter();
  const [trouble, setTrouble] = useState<string>();
  if (!mayEdit) return null;
  const remove = async () => {
    const answer = await commit([{ path, from: connection as unknown as Json }]);
    if (answer.ok) router.push(`/carriers/${encodeURIComponent(connection.carrier)}`);
    else setTrouble(answer.text);
  };
  return (
    <>
      <Trouble text={trouble} />
      <Button
        disabled={isUsed}
        title={isUsed ? "Services are priced by it" : ""}
        onClick={() => void remove()}
      >
        Delete
      </Button>
    </>
  );
}
