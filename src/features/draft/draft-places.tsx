"use client";

import type { Json } from "@/core/setup/path";
import type { Destination } from "@/core/setup/primitives";
import { destinationText, readDestinations } from "@/features/edits";
import { EditField } from "@/ui/fields/edit-field";
import { useCommit } from "./draft-fields";
import { useDraft } from "./draft-provider";

/** A list of destinations as text, "SE 62*, SE-I, NO"; an empty one is left out. */
export function DraftPlaces({
  label,
  path,
  value,
  none,
  width = "20rem",
}: {
  readonly label: string;
  readonly path: string;
  readonly value: readonly Destination[] | undefined;
  /** What an empty list means. */
  readonly none: string;
  readonly width?: string;
}) {
  const { mayEdit } = useDraft();
  const commit = useCommit(path, value as Json | undefined);
  const onCommit = (typed: string) => {
    const places = readDestinations(typed);
    return commit(places.length === 0 ? undefined : (places as Json));
  };
  return (
    <EditField
      label={label}
      path={path}
      width={width}
      placeholder={none}
      value={(value ?? []).map(destinationText).join(", ")}
      readOnly={!mayEdit}
      onCommit={onCommit}
    />
  );
}
