"use client";

import { useState, type FormEvent } from "react";
import { joinPath } from "@/core/setup/path";
import { useDraft } from "@/features/draft";
import { Button } from "@/ui/parts/button";
import { Trouble } from "@/ui/parts/trouble";

interface Props {
  /** Shows the new one. */
  readonly onAdded: (sku: string) => void;
}

/** An item more, by its number and name; the rest is typed into its row. */
export function AddItem({ onAdded }: Props) {
  const { commit } = useDraft();
  const [sku, setSku] = useState("");
  const [name, setName] = useState("");
  const [trouble, setTrouble] = useState<string>();
  const add = async (event: FormEvent) => {
    event.preventDefault();
    const [number, called] = [sku.trim(), name.trim()];
    if (number === "" || called === "") return setTrouble("An item needs a number and a name.");
    const answer = await commit([{ path: joinPath("items", number), to: { sku: number, name: called } }]);
    if (!answer.ok)
      return setTrouble(answer.code === "conflict" ? `There is an item ${number} already.` : answer.text);
    setTrouble(undefined);
    setSku("");
    setName("");
    onAdded(number);
  };
  return (
    <form onSubmit={(event) => void add(event)} className="mb-2 flex flex-wrap items-center gap-2">
      <input
        aria-label="Number of the new item"
        placeholder="Number"
        className="control h-8 w-36 px-2"
        value={sku}
        onChange={(event) => setSku(event.target.value)}
      />
      <input
        aria-label="Name of the new item"
        placeholder="Name"
        className="control h-8 w-64 px-2"
        value={name}
        onChange={(event) => setName(event.target.value)}
      />
      <Button type="submit">Add an item</Button>
      <Trouble text={trouble} />
    </form>
  );
}
