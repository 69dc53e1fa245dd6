"use client";

import Link from "next/link";
import { useState } from "react";
import type { Service } from "@/core/setup/service";
import { outcomeWords } from "@/messages/carrier-words";
import { useSubmit } from "@/features/submit";
import { Button } from "@/ui/parts/button";
import { Trouble } from "@/ui/parts/trouble";
import { fetchServices } from "./actions";

interface Props {
  readonly code: string;
  /** Ours that are priced by this connection. */
  readonly ours: readonly Pick<Service, "code" | "name" | "rate">[];
}

/** Our services beside the carrier's: which of theirs each of ours asks for, and which nobody asks for or has. */
export function CarrierServices({ code, ours }: Props) {
  const [theirs, setTheirs] = useState<readonly { readonly code: string; readonly name: string }[]>();
  const [outcome, setOutcome] = useState<string>();
  const { busy, trouble, submit } = useSubmit();
  const fetchThem = async () => {
    const answer = await submit(() => fetchServices(code));
    if (!answer.ok) return;
    setOutcome("outcome" in answer.value ? answer.value.outcome : undefined);
    setTheirs("services" in answer.value ? answer.value.services : undefined);
  };
  const asks = (service: Props["ours"][number]) => ("live" in service.rate ? service.rate.liveService : "");
  const unasked = theirs?.filter((one) => !ours.some((service) => asks(service) === one.code));
  return (
    <>
      {ours.length === 0 && (
        <p className="text-soft">
          No service is priced by it yet: choose “asked live through {code}” at a service&apos;s rate.
        </p>
      )}
      <ul>
        {ours.map((service) => {
          const known = theirs?.find((one) => one.code === asks(service));
          return (
            <li key={service.code}>
              <Link prefetch={false} className="link" href={`/services/${encodeURIComponent(service.code)}`}>
                {service.name}
              </Link>{" "}
              asks for <b>{asks(service) || "nothing yet"}</b>
              {theirs &&
                (known ? (
                  <span className="text-soft"> {known.name}</span>
                ) : (
                  <b className="text-loss"> which they don&apos;t have</b>
                ))}
            </li>
          );
        })}
      </ul>
      {unasked && unasked.length > 0 && (
        <p className="text-soft">
          Theirs that none of ours asks for: {unasked.map((one) => `${one.code} (${one.name})`).join(", ")}
        </p>
      )}
      {outcome !== undefined && <p className="text-loss">{outcomeWords(outcome)}</p>}
      <Button className="mt-1" disabled={busy} onClick={() => void fetchThem()}>
        Fetch their services
      </Button>
      <Trouble text={trouble} />
    </>
  );
}
