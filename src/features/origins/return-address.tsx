"use client";

import type { Origin } from "@/core/setup/origin";
import { DraftAddress, useCommit, useDraft } from "@/features/draft";
import { Button } from "@/ui/parts/button";
import { Section } from "@/ui/parts/section";

/** Where returns go, when that is not where goods leave from. */
export function ReturnAddress({ path, origin }: { readonly path: string; readonly origin: Origin }) {
  const { mayEdit } = useDraft();
  const commit = useCommit(path, origin.returnAddress);
  const begin = { lines: [], city: "", postcode: "", country: origin.address.country };
  return (
    <Section name="Returns">
      {origin.returnAddress ? (
        <>
          <DraftAddress path={path} address={origin.returnAddress} />
          {mayEdit && <Button onClick={() => void commit(undefined)}>Returns come here</Button>}
        </>
      ) : (
        <div className="flex items-center gap-3">
          <span>come to the same address</span>
          {mayEdit && <Button onClick={() => void commit(begin)}>Another address</Button>}
        </div>
      )}
    </Section>
  );
}
