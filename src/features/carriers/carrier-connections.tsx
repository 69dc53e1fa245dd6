"use client";

import Link from "next/link";
import { AddMember } from "@/features/draft";
import { Section } from "@/ui/parts/section";

interface Props {
  readonly carrier: string;
  /** The ways to its system, where it has any. */
  readonly connections: readonly { readonly code: string; readonly adapter: string }[];
  /** The codes of all connections there are. */
  readonly taken: readonly string[];
}

/** The ways to a carrier's own system, for services that are priced by asking it. */
export function CarrierConnections({ carrier, connections, taken }: Props) {
  return (
    <Section name="Live rates">
      {connections.map(({ code, adapter }) => (
        <p key={code}>
          <Link prefetch={false} className="link" href={`/connections/${encodeURIComponent(code)}`}>
            {code}
          </Link>{" "}
          <span className="text-soft">asked by {adapter}</span>
        </p>
      ))}
      {connections.length === 0 && (
        <p className="text-soft">Its services are priced by tables; its own system can be asked too.</p>
      )}
      <div className="-mx-3">
        <AddMember
          what="a connection"
          list="connections"
          home="/connections"
          taken={taken}
          prefix={carrier}
          template={(code) => ({ code, adapter: "wallodrom", carrier, timeoutMs: 1000, cacheMinutes: 30 })}
        />
      </div>
    </Section>
  );
}
