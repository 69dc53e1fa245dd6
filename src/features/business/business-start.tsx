"use client";

import { useRouter } from "next/navigation";
import { useMemo, useState, type FormEvent } from "react";
import { nearest } from "@/core/setup/nearest";
import { countryCurrency } from "@/core/zones/country-currency";
import type { StartTemplate } from "@/core/setup/start-templates";
import { sent } from "@/features/submit";
import type { WordedProblem } from "@/messages/answer";
import { countries, currencies, timeZones } from "@/messages/pickables";
import { PickInput } from "@/ui/fields/pick-input";
import { plainNumber } from "@/ui/number-text";
import { Button } from "@/ui/parts/button";
import { FileLink } from "@/ui/parts/file-link";
import { Trouble } from "@/ui/parts/trouble";
import { beginBusiness, beginWithSetup, type BusinessStartInput } from "./actions";

type Facts = Omit<BusinessStartInput, "template">;

const starts: readonly { readonly value: "" | StartTemplate | "price-list"; readonly name: string }[] = [
  { value: "", name: "nothing: step by step" },
  { value: "price-list", name: "my carrier's price list, as a file" },
  { value: "parcel", name: "a made-up parcel carrier, to be changed" },
  { value: "courier", name: "a made-up courier, to be changed" },
  { value: "pallet", name: "a made-up road haulier, to be changed" },
];

/** The first screen of an empty business: a few facts, and what to begin with. */
export function BusinessStart({ timeZone }: { readonly timeZone: string }) {
  const router = useRouter();
  const [values, setValues] = useState<Facts>({
    name: "",
    country: "",
    homeCurrency: "",
    timeZone,
    deliveryTaxPercent: "",
  });
  // what a country says of currency and time, until somebody says otherwise
  const [said, setSaid] = useState<ReadonlySet<keyof Facts>>(new Set());
  const [start, setStart] = useState<(typeof starts)[number]["value"]>("");
  const [problems, setProblems] = useState<readonly WordedProblem[]>([]);
  const [trouble, setTrouble] = useState<string>();
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const template = start === "" || start === "price-list" ? {} : { template: start };
    const answer = await sent(
      beginBusiness({ ...values, ...template, deliveryTaxPercent: plainNumber(values.deliveryTaxPercent) }),
    );
    setProblems(answer.ok ? [] : answer.problems);
    setTrouble(answer.ok || answer.problems.length > 0 ? undefined : answer.text);
    if (answer.ok && start === "price-list") router.push("/tariffs/+file");
  };
  const set = (key: keyof Facts) => (text: string) => setValues((known) => ({ ...known, [key]: text }));
  const say = (key: keyof Facts) => (text: string) => {
    setSaid((known) => new Set([...known, key]));
    set(key)(text);
  };
  const setCountry = (country: string) => {
    const currency = countryCurrency(country);
    if (currency === undefined) return set("country")(country);
    const zone = countryZone(country, timeZone);
    setValues((known) => ({
      ...known,
      country,
      ...(said.has("homeCurrency") ? {} : { homeCurrency: currency }),
      ...(said.has("timeZone") ? {} : { timeZone: zone }),
    }));
  };
  const troubleOf = (key: keyof Facts) =>
    problems.find(
      (one) => one.path === `business/${key}` || (key === "country" && one.path.endsWith("/country")),
    )?.text;
  return (
    <form
      onSubmit={(event) => void submit(event)}
      className="sheet mx-auto mt-10 w-full max-w-md space-y-3 p-6"
    >
      <h1>Your business</h1>
      <p className="text-soft">
        A few facts, then a short way leads along the line: origin, carrier, zones, tariff, offer, first
        order.
      </p>
      <Field
        label="Name of the business"
        value={values.name}
        onText={set("name")}
        trouble={troubleOf("name")}
      />
      <PickInput
        nearest={nearest}
        label="Country"
        options={countries}
        onCode={setCountry}
        trouble={troubleOf("country")}
      />
      <PickInput
        // another country's begins anew
        key={said.has("homeCurrency") ? "said" : `by ${values.homeCurrency}`}
        nearest={nearest}
        label="Home currency"
        options={currencies}
        first={values.homeCurrency}
        onCode={say("homeCurrency")}
        trouble={troubleOf("homeCurrency")}
      />
      <PickInput
        key={said.has("timeZone") ? "said" : `in ${values.timeZone}`}
        nearest={nearest}
        label="Time zone"
        options={timeZones}
        first={values.timeZone}
        onCode={say("timeZone")}
        trouble={troubleOf("timeZone")}
      />
      <Field
        label="Tax on delivery, %"
        hint="like 22"
        value={values.deliveryTaxPercent}
        onText={set("deliveryTaxPercent")}
        trouble={troubleOf("deliveryTaxPercent")}
      />
      <label className="block">
        Begin with
        <select
          className="control mt-0.5 block h-8 w-full px-2"
          value={start}
          onChange={({ target }) => setStart(starts.find(({ value }) => value === target.value)?.value ?? "")}
        >
          {starts.map(({ value, name }) => (
            <option key={value} value={value}>
              {name}
            </option>
          ))}
        </select>
      </label>
      <Trouble text={trouble} />
      <Button kind="main" type="submit">
        Create the business
      </Button>
      <WholeSetup />
    </form>
  );
}

/** The browser's own zone where the country has it, else the country's first; what is there for one that tells none. */
function countryZone(country: string, otherwise: string): string {
  const zones = (new Intl.Locale(`und-${country}`) as ZonedLocale).getTimeZones?.() ?? [];
  const own = Intl.DateTimeFormat().resolvedOptions().timeZone;
  const known = zones.filter((zone) => timeZones.some(({ code }) => code === zone));
  return known.includes(own) ? own : (known[0] ?? otherwise);
}

/** Newer than the types know. */
type ZonedLocale = Intl.Locale & { readonly getTimeZones?: () => readonly string[] };

function Field({
  label,
  hint,
  value,
  onText,
  trouble,
}: {
  readonly label: string;
  readonly hint?: string;
  readonly value: string;
  readonly onText: (text: string) => void;
  readonly trouble: string | undefined;
}) {
  return (
    <label className="block">
      {label} <span className="text-soft">{hint}</span>
      <input
        className="control mt-0.5 h-8 w-full px-2"
        value={value}
        aria-invalid={trouble !== undefined}
        onChange={(event) => onText(event.target.value)}
      />
      <Trouble text={trouble} />
    </label>
  );
}

const MOST_TOLD = 5;

/** Begins with a setup file instead: everything at once. */
function WholeSetup() {
  const [problems, setProblems] = useState<readonly string[]>([]);
  const read = async (file: File) => {
    const answer = await sent(beginWithSetup(await file.text()));
    if (answer.ok) return setProblems([]);
    const told = answer.problems.map(({ path, text }) => (path === "" ? text : `${path}: ${text}`));
    setProblems(told.length > 0 ? [`${file.name} can't be read as a setup.`, ...told] : [answer.text]);
  };
  const shown = useMemo(() => problems.slice(0, MOST_TOLD + 1), [problems]);
  return (
    <div className="border-t border-hairline pt-3">
      <p className="text-soft">
        Or begin with a whole setup that was exported before:{" "}
        <FileLink words="Choose a setup file (JSON)" accept=".json" onFile={(file) => void read(file)} />
      </p>
      {shown.length > 0 && (
        <ul role="alert" className="text-loss">
          {shown.map((text) => (
            <li key={text}>{text}</li>
          ))}
          {problems.length > shown.length && <li>and {problems.length - shown.length} more</li>}
        </ul>
      )}
    </div>
  );
}
