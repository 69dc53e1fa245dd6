"use client";

import { createContext, useContext, type ReactNode } from "react";

const Clock = createContext("UTC");

/** The time zone times are told in: the business's own, the same for everybody who works in it. */
export function ClockProvider({
  timeZone,
  children,
}: {
  readonly timeZone: string;
  readonly children: ReactNode;
}) {
  return <Clock value={timeZone}>{children}</Clock>;
}

export const useTimeZone = (): string => useContext(Clock);
