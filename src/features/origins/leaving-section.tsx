"use client";

import Link from "next/link";
import { useState } from "react";
import type { Json } from "@/core/setup/path";
import { joinPath } from "@/core/setup/path";
import { useDraft } from "@/features/draft";
import { Section } from "@/ui/parts/section";
import { Trouble } from "@/ui/parts/trouble";

export interface LeavingService {
  readonly code: string;
  readonly name: string;
  readonly active: boolean;
  readonly origins?: readonly string[];
}

/** The services that leave from an origin, switched here as well as at the service. */
export function LeavingSection({
  origin,
  services,
  origins,
}: {
  readonly origin: string;
  readonly services: readonly LeavingService[];
  readonly origins: readonly string[];
}) {
  const { mayEdit, commit } = useDraft();
  const [trouble, setTrouble] = useState<string>();
  const toggle = async (service: LeavingService, on: boolean) => {
    const from = service.origins;
    const to = origins.filter((code) => (code === origin ? on : !from || from.includes(code)));
    // nowhere at all would read as everywhere
    if (to.length === 0)
      return setTrouble(`${service.name} leaves from nowhere else: switch it off instead.`);
    const answer = await commit([
      { path: joinPath("services", service.code, "origins"), ...(from ? { from: from as Json } : {}), to },
    ]);
    setTrouble(answer.ok ? undefined : answer.text);
  };
  return (
    <Section name="Leaving here">
      <ul className="space-y-0.5">
        {services.map((service) => {
          const leaves = !service.origins || service.origins.includes(origin);
          return (
            <li key={service.code} className="flex items-center gap-2">
              <input
                type="checkbox"
                aria-label={`${service.name} leaves from here`}
                checked={leaves}
                disabled={!mayEdit}
                onChange={(event) => void toggle(service, event.target.checked)}
              />
              <Link prefetch={false} className="link" href={`/services/${encodeURIComponent(service.code)}`}>
                {service.name}
              </Link>
              <span className="text-faint">
                {!service.active ? "off" : service.origins ? "" : "from every origin"}
              </span>
            </li>
          );
        })}
        {services.length === 0 && <li className="text-soft">There is no service yet.</li>}
      </ul>
      <Trouble text={trouble} />
    </Section>
  );
}
