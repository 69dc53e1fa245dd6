"use client";

import type { Change } from "@/core/setup/inverse";
import type { Json } from "@/core/setup/path";
import { CalendarButton } from "@/ui/fields/calendar-button";
import { ChoiceField } from "@/ui/fields/choice-field";
import type { Committed } from "@/ui/fields/commit";
import { EditField } from "@/ui/fields/edit-field";
import { PickManyField } from "@/ui/fields/pick-many-field";
import { plainNumber } from "@/ui/number-text";
import { readQuantity, shownQuantity, type AnyUnit, type UnitQuantity } from "@/features/edits";
import { readDate } from "@/ui/date-text";
import { useDraft } from "./draft-provider";

/** Commits one value; leaving out what is empty where the field may be left out. */
export function useCommit(path: string, from: Json | undefined) {
  const { commit } = useDraft();
  return async (to: Json | undefined): Promise<Committed> => {
    const answer = await commit([changeAt(path, from, to)]);
    return answer.ok ? { ok: true } : { ok: false, text: answer.text, conflict: answer.code === "conflict" };
  };
}

/** Commits what is typed at a path, and tells of it while it is typed. */
function useTyped(path: string, from: Json | undefined, read: (typed: string) => Json | undefined) {
  const { signals } = useDraft();
  const commit = useCommit(path, from);
  return {
    onCommit: (typed: string) => commit(read(typed)),
    onTyping: (typed: string | undefined) => {
      const to = typed === undefined ? from : read(typed);
      signals.type(to === from ? [] : [changeAt(path, from, to)]);
    },
  };
}

/** A change of one place; what is not there is left out. */
export function changeAt(path: string, from: Json | undefined, to: Json | undefined): Change {
  return { path, ...(from === undefined ? {} : { from }), ...(to === undefined ? {} : { to }) };
}

interface FieldProps {
  readonly label: string;
  readonly path: string;
  readonly unit?: string;
  readonly width?: string;
  readonly placeholder?: string;
}

/** Text at a path of the draft. */
export function DraftText({
  path,
  value,
  optional,
  ...rest
}: FieldProps & { readonly value: string | undefined; readonly optional?: boolean }) {
  const { mayEdit } = useDraft();
  const typing = useTyped(path, value, (typed) => (typed === "" && optional ? undefined : typed));
  return <EditField {...rest} {...typing} path={path} value={value ?? ""} readOnly={!mayEdit} />;
}

/** A day at a path of the draft, as `2026-11-26` or `26.11.2026`, or chosen in a calendar; emptied it is left out. */
export function DraftDate({ path, value, ...rest }: FieldProps & { readonly value: string | undefined }) {
  const { mayEdit } = useDraft();
  const read = (typed: string) => (typed.trim() === "" ? undefined : readDate(typed));
  const typing = useTyped(path, value, read);
  return (
    <EditField
      width="7rem"
      {...rest}
      {...typing}
      path={path}
      value={value ?? ""}
      readOnly={!mayEdit}
      aid={
        <CalendarButton label={rest.label} value={value ?? ""} onDay={(day) => void typing.onCommit(day)} />
      }
    />
  );
}

/** A decimal at a path of the draft, with comma or point. */
export function DraftDecimal({
  path,
  value,
  optional,
  width = "6rem",
  ...rest
}: FieldProps & { readonly value: string | undefined; readonly optional?: boolean }) {
  const { mayEdit } = useDraft();
  const typing = useTyped(path, value, (typed) =>
    typed.trim() === "" && optional ? undefined : plainNumber(typed),
  );
  return (
    <EditField
      {...rest}
      {...typing}
      path={path}
      numeric
      width={width}
      value={value ?? ""}
      readOnly={!mayEdit}
    />
  );
}

/** A whole number (days, a rank) at a path of the draft. */
export function DraftWhole({
  path,
  value,
  width = "4rem",
  ...rest
}: FieldProps & { readonly value: number }) {
  const { mayEdit } = useDraft();
  const typing = useTyped(path, value, (typed) => {
    const number = Number(plainNumber(typed));
    return typed.trim() === "" || Number.isNaN(number) ? typed : number;
  });
  return (
    <EditField
      {...rest}
      {...typing}
      path={path}
      numeric
      width={width}
      value={String(value)}
      readOnly={!mayEdit}
    />
  );
}

/**
 * A quantity, shown in the business's unit (or the one given) whatever unit it was set in; an empty field leaves it out. A
 * number may be typed with a unit of its own: "70 lb".
 */
export function DraftQuantity({
  path,
  value,
  unit,
  ...rest
}: FieldProps & { readonly value: UnitQuantity | undefined; readonly unit: AnyUnit }) {
  const { mayEdit } = useDraft();
  const typing = useTyped(path, value && { ...value }, (typed) => {
    const read = readQuantity(typed, unit);
    return read && { ...read };
  });
  return (
    <EditField
      {...rest}
      {...typing}
      path={path}
      numeric
      width="6rem"
      unit={value && value.unit !== unit ? `${unit}, set as ${value.value} ${value.unit}` : unit}
      placeholder="none"
      value={shownQuantity(value, unit)}
      readOnly={!mayEdit}
    />
  );
}

interface ChoiceProps extends FieldProps {
  readonly value: string;
  readonly options: readonly { readonly value: string; readonly name: string }[];
  /** Commits what is chosen where that is not the value itself. */
  readonly onCommit?: (chosen: string) => Promise<Committed>;
}

/** One of a few at a path of the draft. */
export function DraftChoice({ path, value, options, label, onCommit }: ChoiceProps) {
  const { mayEdit } = useDraft();
  const commit = useCommit(path, value);
  return (
    <ChoiceField
      path={path}
      label={label}
      value={value}
      options={options}
      readOnly={!mayEdit}
      onCommit={onCommit ?? commit}
    />
  );
}

const yesNo = [
  { value: "true", name: "yes" },
  { value: "false", name: "no" },
];

/** Yes or no at a path of the draft; `missing` is what leaving it out means. */
export function DraftSwitch({
  path,
  value,
  label,
  missing = false,
  names = yesNo,
}: FieldProps & {
  readonly value: boolean | undefined;
  readonly missing?: boolean;
  readonly names?: ChoiceProps["options"];
}) {
  const { mayEdit } = useDraft();
  const commit = useCommit(path, value);
  return (
    <ChoiceField
      path={path}
      label={label}
      value={String(value ?? missing)}
      options={names}
      readOnly={!mayEdit}
      onCommit={(text) => commit(text === "true")}
    />
  );
}

interface PickProps extends FieldProps {
  readonly value: readonly string[] | undefined;
  readonly options: ChoiceProps["options"];
  readonly none: string;
  /** Whether an empty list is left out. */
  readonly optional?: boolean;
}

/** Any of a few codes at a path of the draft. */
export function DraftPickMany({ path, value, options, label, none, optional }: PickProps) {
  const { mayEdit } = useDraft();
  const commit = useCommit(path, value);
  const onCommit = (chosen: readonly string[]) =>
    commit(optional && chosen.length === 0 ? undefined : chosen);
  return (
    <PickManyField
      path={path}
      label={label}
      chosen={value ?? []}
      options={options}
      none={none}
      readOnly={!mayEdit}
      onCommit={onCommit}
    />
  );
}
