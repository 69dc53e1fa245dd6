"use client";

import Link from "next/link";
import { useSearchParams } from "next/navigation";
import { useState, type FormEvent } from "react";
import { useSubmit } from "@/features/submit";
import { Button } from "@/ui/parts/button";
import { Trouble } from "@/ui/parts/trouble";
import { dropList, keepList } from "./actions";
import type { LoadedTable } from "./load";

/** Lists that are kept under a name, for all who work at the desk; the one at hand can be kept too. */
export function KeptLists({ views, mayEdit }: Pick<LoadedTable, "views" | "mayEdit">) {
  const params = new URLSearchParams(useSearchParams());
  params.delete("after");
  const query = params.toString();
  const current = views.find((view) => view.query === query);
  const [isNaming, setNaming] = useState(false);
  const [name, setName] = useState("");
  const { busy, trouble, submit } = useSubmit();
  const keep = async (event: FormEvent) => {
    event.preventDefault();
    if (!(await submit(() => keepList({ name, query }))).ok) return;
    setNaming(false);
    setName("");
  };
  return (
    <nav aria-label="Saved lists" className="flex flex-wrap items-center gap-x-3 gap-y-1 pb-2">
      {views.map((view) => (
        <Link
          key={view.id}
          prefetch={false}
          href={`/orders/~list?${view.query}`}
          title={`kept by ${view.by}`}
          aria-current={view === current ? "page" : undefined}
          className={view === current ? "rounded-sm bg-ink px-1.5 py-0.5 text-on-ink" : "link"}
        >
          {view.name}
        </Link>
      ))}
      {mayEdit && current && (
        <button
          type="button"
          className="link text-soft"
          disabled={busy}
          onClick={() => void submit(() => dropList(current.id))}
        >
          Delete “{current.name}”
        </button>
      )}
      {mayEdit &&
        !current &&
        (isNaming ? (
          <form onSubmit={(event) => void keep(event)} className="flex items-center gap-2">
            <input
              autoFocus
              aria-label="The list is called"
              className="control h-8 w-44 px-2"
              placeholder="called"
              maxLength={60}
              value={name}
              onChange={(event) => setName(event.target.value)}
            />
            <Button type="submit" disabled={busy || name.trim() === ""}>
              Save
            </Button>
          </form>
        ) : (
          <button type="button" className="link" onClick={() => setNaming(true)}>
            Save this list
          </button>
        ))}
      <Trouble text={trouble} />
    </nav>
  );
}
