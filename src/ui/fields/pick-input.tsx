"use client";

import { useId, useMemo, useState } from "react";
import { Trouble } from "../parts/trouble";
import { pickOne, pickText, type Nearest, type Pickable } from "./pick-one";

/** A field of a form in which one of a list is found by name, code or alias; what is none stays as it was typed, and is said. */
export function PickInput({
  label,
  options,
  first = "",
  onCode,
  trouble,
  nearest,
}: {
  readonly label: string;
  readonly options: readonly Pickable[];
  /** The code that stands there first. */
  readonly first?: string;
  /** Hears the code, or the text as it was typed where it is none of the list. */
  readonly onCode: (code: string) => void;
  readonly trouble?: string | undefined;
  readonly nearest?: Nearest;
}) {
  const id = useId();
  const known = options.find(({ code }) => code === first);
  const [text, setText] = useState(known ? pickText(known) : first);
  const [here, setHere] = useState(false);
  const [meant, setMeant] = useState<string>();
  const choices = useMemo(() => options.map(pickText), [options]);
  const say = (typed: string) => {
    setText(typed);
    setMeant(undefined);
    const picked = pickOne(options, typed);
    onCode("code" in picked ? picked.code : typed);
  };
  const leave = () => {
    const picked = pickOne(options, text, nearest);
    const own = "code" in picked ? options.find(({ code }) => code === picked.code) : undefined;
    if (own) return setText(pickText(own));
    const near = "meant" in picked ? picked.meant : undefined;
    if (text.trim() !== "")
      setMeant(`“${text}” is not in the list.${near ? ` Did you mean ${pickText(near)}?` : ""}`);
  };
  return (
    <label className="block">
      {label}
      <input
        className="control mt-0.5 h-8 w-full px-2"
        list={`${id}-choices`}
        value={text}
        aria-invalid={trouble !== undefined || meant !== undefined}
        onFocus={(event) => {
          setHere(true);
          event.currentTarget.select();
        }}
        onChange={(event) => say(event.target.value)}
        onBlur={leave}
      />
      {here && (
        <datalist id={`${id}-choices`}>
          {choices.map((choice) => (
            <option key={choice} value={choice} />
          ))}
        </datalist>
      )}
      <Trouble text={meant ?? trouble} />
    </label>
  );
}
