"use client";

import { useState, type FormEvent } from "react";
import { sent } from "@/features/submit";
import type { WordedProblem } from "@/messages/answer";
import { plainNumber } from "@/ui/number-text";
import { Button } from "@/ui/parts/button";
import { Trouble } from "@/ui/parts/trouble";
import { beginBusiness, type BusinessStartInput } from "./actions";

const fields: readonly { key: keyof BusinessStartInput; label: string; hint: string }[] = [
  { key: "name", label: "Name of the business", hint: "" },
  { key: "country", label: "Country", hint: "two letters, like EE" },
  { key: "homeCurrency", label: "Home currency", hint: "three letters, like EUR" },
  { key: "timeZone", label: "Time zone", hint: "like Europe/Tallinn" },
  { key: "deliveryTaxPercent", label: "Tax on delivery, %", hint: "like 22" },
];

/** The first screen of an empty business. */
export function BusinessStart({ timeZone }: { readonly timeZone: string }) {
  const [values, setValues] = useState<BusinessStartInput>({
    name: "",
    country: "",
    homeCurrency: "",
    timeZone,
    deliveryTaxPercent: "",
  });
  const [problems, setProblems] = useState<readonly WordedProblem[]>([]);
  const [trouble, setTrouble] = useState<string>();
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const answer = await sent(
      beginBusiness({ ...values, deliveryTaxPercent: plainNumber(values.deliveryTaxPercent) }),
    );
    setProblems(answer.ok ? [] : answer.problems);
    setTrouble(answer.ok || answer.problems.length > 0 ? undefined : answer.text);
  };
  return (
    <form
      onSubmit={(event) => void submit(event)}
      className="sheet mx-auto mt-10 w-full max-w-md space-y-3 p-6"
    >
      <h1>Your business</h1>
      <p className="text-soft">
        Five facts, then the line at the top leads from station to station: origins, carriers, zones, tariffs,
        offers, orders.
      </p>
      {fields.map(({ key, label, hint }) => {
        const problem = problems.find(
          (one) => one.path === `business/${key}` || (key === "country" && one.path.endsWith("/country")),
        );
        return (
          <label key={key} className="block">
            {label} <span className="text-soft">{hint}</span>
            <input
              className="control mt-0.5 h-8 w-full px-2"
              value={values[key]}
              aria-invalid={problem !== undefined}
              onChange={(event) => setValues({ ...values, [key]: event.target.value })}
            />
            <Trouble text={problem?.text} />
          </label>
        );
      })}
      <Trouble text={trouble} />
      <Button kind="main" type="submit">
        Create the business
      </Button>
    </form>
  );
}
