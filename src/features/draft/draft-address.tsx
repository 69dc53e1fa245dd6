"use client";

import type { Address } from "@/core/setup/primitives";
import { EditField } from "@/ui/fields/edit-field";
import { countries } from "@/messages/pickables";
import { DraftPick } from "./draft-pick";
import { DraftText, useCommit } from "./draft-fields";
import { useDraft } from "./draft-provider";

/** An address of the draft, field by field; its country decides which postcodes fit. */
export function DraftAddress({ path, address }: { readonly path: string; readonly address: Address }) {
  const at = (field: string) => `${path}/${field}`;
  return (
    <>
      <StreetLines path={at("lines")} lines={address.lines} />
      <DraftText label="Postcode" path={at("postcode")} value={address.postcode} width="8rem" />
      <DraftText label="Town" path={at("city")} value={address.city} />
      <DraftText
        label="Subdivision"
        path={at("subdivision")}
        value={address.subdivision}
        optional
        width="8rem"
        placeholder="ISO 3166-2"
      />
      <DraftPick label="Country" path={at("country")} value={address.country} options={countries} />
    </>
  );
}

/** Lines of a street as one text, a middle dot between them. */
export function linesText(lines: readonly string[]): string {
  return lines.join(" · ");
}

export function readLines(text: string): string[] {
  return text
    .split("·")
    .map((line) => line.trim())
    .filter(Boolean);
}

function StreetLines({ path, lines }: { readonly path: string; readonly lines: readonly string[] }) {
  const { mayEdit } = useDraft();
  const commit = useCommit(path, lines);
  return (
    <EditField
      label="Street"
      path={path}
      value={linesText(lines)}
      readOnly={!mayEdit}
      onCommit={(typed) => commit(readLines(typed))}
    />
  );
}
