"use client";

import Link from "next/link";
import { useState } from "react";
import { rateChanges, tariffCodeOf } from "@/core/setup/service-tariff";
import type { Service } from "@/core/setup/service";
import { useDraft } from "@/features/draft";
import { Trouble } from "@/ui/parts/trouble";
import type { TariffUser } from "./tariff-summary";

export type PricedService = Pick<Service, "code" | "name" | "rate" | "active">;

/** What reads the tariff; a service can be priced by it from here. */
export function TariffUsers({
  tariff,
  users,
  services,
}: {
  readonly tariff: string;
  readonly users: readonly TariffUser[];
  /** Those it could price: none for a sell tariff. */
  readonly services: readonly PricedService[];
}) {
  const { mayEdit, commit } = useDraft();
  const [trouble, setTrouble] = useState<string>();
  const others = services.filter(({ rate }) => tariffCodeOf(rate) !== tariff);
  const price = async (code: string) => {
    const service = others.find((one) => one.code === code);
    if (!service) return;
    const answer = await commit(rateChanges(service, { tariff }));
    setTrouble(answer.ok ? undefined : answer.text);
  };
  return (
    <section aria-label="Used by" className="sheet px-2.5 py-2">
      <p>
        <span className="text-soft">Used by</span>{" "}
        {users.length === 0
          ? "nothing yet"
          : users.map(({ name, path }, i) => (
              <span key={path}>
                {i > 0 && ", "}
                <Link prefetch={false} className="link" href={`/${path}`}>
                  {name}
                </Link>
              </span>
            ))}
      </p>
      {mayEdit && others.length > 0 && (
        <select
          aria-label="Price a service by this tariff"
          className="control mt-1 h-7 max-w-full px-1"
          value=""
          onChange={({ target }) => void price(target.value)}
        >
          <option value="">price a service by it …</option>
          {others.map(({ code, name }) => (
            <option key={code} value={code}>
              {name}
            </option>
          ))}
        </select>
      )}
      <Trouble text={trouble} />
    </section>
  );
}
