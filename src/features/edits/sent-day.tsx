"use client";

import { useState } from "react";
import { DayField } from "./day-field";

/** A day that is sent with the form it stands in, under a name. */
export function SentDay({
  name,
  label,
  initial,
}: {
  readonly name: string;
  readonly label: string;
  readonly initial: string;
}) {
  const [day, setDay] = useState(initial);
  return (
    <>
      <DayField label={label} value={day} onDay={setDay} className="h-8" />
      <input type="hidden" name={name} value={day} />
    </>
  );
}
