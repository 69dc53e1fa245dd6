"use client";

import { createContext, useContext, type ReactNode } from "react";
import type { SuspendedKind } from "@/core/working/reason";
import type { ShownSuspension } from "./load";

const Context = createContext<readonly ShownSuspension[]>([]);

interface Props {
  readonly suspensions: readonly ShownSuspension[];
  readonly children: ReactNode;
}

/** Lets lists and records say what of them is suspended at this moment. */
export function SuspendedProvider({ suspensions, children }: Props) {
  return <Context value={suspensions}>{children}</Context>;
}

/** Finds what is suspended of a record; a place of a service's only counts as the service. */
export function useSuspended(): (what: SuspendedKind, code: string) => ShownSuspension | undefined {
  const list = useContext(Context);
  return (what, code) => list.find((one) => one.what === what && one.code === code);
}

/** A record's mark in a list; nothing where it is not suspended. */
export function suspendedMark(one: ShownSuspension | undefined): ReactNode {
  if (!one) return undefined;
  return <span className="text-loss">{one.effect === "stop" ? "suspended" : "closed"}</span>;
}

/** What a record's own page says of it. */
export function RecordSuspended({ what, code }: { readonly what: SuspendedKind; readonly code: string }) {
  const one = useSuspended()(what, code);
  if (!one) return null;
  return (
    <span className="ml-1.5 text-loss">
      {suspendedMark(one)}
      {one.places !== "" && ` to ${one.places}`}{" "}
      {one.until === "" ? "until somebody ends it" : `until ${one.until}`}, by {one.by}
    </span>
  );
}
