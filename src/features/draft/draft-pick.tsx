"use client";

import { useMemo } from "react";
import { nearest } from "@/core/setup/nearest";
import { EditField } from "@/ui/fields/edit-field";
import { pickOne, pickText, type Pickable } from "@/ui/fields/pick-one";
import { useCommit } from "./draft-fields";
import { useDraft } from "./draft-provider";

/** One of a list at a path of the draft: found by name, code or alias, shown with both; what is none says what was perhaps meant. */
export function DraftPick({
  path,
  value,
  label,
  options,
  width = "16rem",
  unit,
}: {
  readonly path: string;
  readonly value: string;
  readonly label: string;
  readonly options: readonly Pickable[];
  readonly width?: string;
  readonly unit?: string;
}) {
  const { mayEdit } = useDraft();
  const commit = useCommit(path, value);
  const own = options.find(({ code }) => code === value);
  const choices = useMemo(() => options.map(pickText), [options]);
  return (
    <EditField
      label={label}
      path={path}
      value={own ? pickText(own) : value}
      width={width}
      {...(unit === undefined ? {} : { unit })}
      choices={choices}
      readOnly={!mayEdit}
      onCommit={async (typed) => {
        const picked = pickOne(options, typed, nearest);
        if ("code" in picked) return commit(picked.code);
        const hint = picked.meant ? ` Did you mean ${pickText(picked.meant)}?` : "";
        return { ok: false, text: `“${typed}” is not in the list.${hint}`, conflict: false };
      }}
    />
  );
}
