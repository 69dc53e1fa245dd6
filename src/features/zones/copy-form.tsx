"use client";

import { useRouter } from "next/navigation";
import { useState, type FormEvent } from "react";
import { joinPath, type Json } from "@/core/setup/path";
import { suggestCode, useDraft } from "@/features/draft";
import { Button } from "@/ui/parts/button";
import { Trouble } from "@/ui/parts/trouble";

interface Props {
  readonly taken: readonly string[];
  readonly name: string;
  readonly template: (code: string, name: string) => Json;
  readonly onClose: () => void;
}

/** A copy of a chart under another code. */
export function CopyForm({ taken, name: first, template, onClose }: Props) {
  const { commit } = useDraft();
  const router = useRouter();
  const [name, setName] = useState(first);
  const [typed, setTyped] = useState<string>();
  const [trouble, setTrouble] = useState<string>();
  const code = typed ?? suggestCode(name, taken);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const answer = await commit([{ path: joinPath("zoneCharts", code), to: template(code, name) }]);
    if (!answer.ok) return setTrouble(answer.text);
    onClose();
    router.push(`/zones/${encodeURIComponent(code)}`);
  };
  return (
    <form
      onSubmit={(event) => void submit(event)}
      className="sheet mb-3 flex flex-wrap items-end gap-3 px-3 py-2"
      aria-label="Copy the chart"
    >
      <label>
        Name of the copy
        <input
          className="control mt-0.5 block h-7 w-64 px-1.5"
          value={name}
          autoFocus
          onChange={(event) => setName(event.target.value)}
        />
      </label>
      <label>
        Its code
        <input
          className="control mt-0.5 block h-7 w-32 px-1.5"
          value={code}
          onChange={(event) => setTyped(event.target.value)}
        />
      </label>
      <Button type="submit" kind="main">
        Copy
      </Button>
      <Button onClick={onClose}>Cancel</Button>
      <Trouble text={trouble} />
    </form>
  );
}
