"use client";

import { Command } from "cmdk";
import { useRouter } from "next/navigation";
import { Dialog } from "radix-ui";
import { useEffect, useRef, useState } from "react";
import { placeHref } from "@/features/draft";
import type { FoundRecord } from "./load";
import { placesFor } from "./places";

const WAIT_MS = 120;
const group =
  "[&_[cmdk-group-heading]]:px-2 [&_[cmdk-group-heading]]:pt-1 [&_[cmdk-group-heading]]:text-xs [&_[cmdk-group-heading]]:text-soft";

const kindNames: Readonly<Record<FoundRecord["kind"], string>> = {
  origins: "origin",
  carriers: "carrier",
  services: "service",
  zoneCharts: "zone chart",
  tariffs: "tariff",
  offers: "offer",
  channels: "channel",
  connections: "connection",
  items: "item",
  orders: "order",
};

/** Finds pages and records while somebody types; loaded when it is first needed, as no page needs it to be shown. */
export default function PaletteDialog({ onClose }: { readonly onClose: () => void }) {
  return (
    <Dialog.Root open onOpenChange={(isOpen) => !isOpen && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-50 bg-ink/30" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-[12vh] left-1/2 z-50 w-[min(92vw,560px)] -translate-x-1/2 rounded-md border border-edge bg-sheet shadow-lg"
        >
          <Dialog.Title className="sr-only">Find a page or a record</Dialog.Title>
          <Found onClose={onClose} />
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

function Found({ onClose }: { readonly onClose: () => void }) {
  const router = useRouter();
  const [text, setText] = useState("");
  const { records, trouble, isPending } = useRecords(text);
  const pages = placesFor(text);
  const go = (href: string) => {
    onClose();
    router.push(href);
  };
  const hrefs = [...records.map(hrefOf), ...pages.map(({ href }) => href)];
  const best = hrefs[0];
  const shown = hrefs.join("\n");
  // what is found anew begins with its first: a choice counts for the list it was made in
  const [chosen, setChosen] = useState({ of: "", href: "" });
  const eager = useRef<string>(undefined);
  useEffect(() => {
    if (isPending || best === undefined || eager.current !== text) return;
    onClose();
    router.push(best);
  }, [isPending, best, text, onClose, router]);
  return (
    <Command
      label="Find a page or a record"
      shouldFilter={false}
      loop
      value={chosen.of === shown ? chosen.href : (best ?? "")}
      onValueChange={(href) => setChosen({ of: shown, href })}
      onKeyDown={(event) => {
        if (event.key !== "Enter" || !isPending) return;
        // whoever is faster than the answer means what is found for all that is typed
        event.preventDefault();
        eager.current = text;
      }}
    >
      <Command.Input
        value={text}
        onValueChange={setText}
        placeholder="a page, an order's number, a name or a code"
        className="h-11 w-full border-b border-hairline bg-transparent px-3 outline-none"
      />
      <Command.List className="max-h-[52vh] overflow-auto p-1.5">
        {trouble && (
          <p className="px-2 py-1 text-loss">Records can&apos;t be searched just now. Try again.</p>
        )}
        {pages.length === 0 && records.length === 0 && !isPending && (
          <p className="px-2 py-2 text-soft">No page and no record is called so.</p>
        )}
        {records.length > 0 && (
          <Command.Group heading="Records" className={group}>
            {records.map((record) => (
              <Line
                key={`${record.kind}/${record.code}`}
                id={hrefOf(record)}
                name={record.name}
                aside={`${kindNames[record.kind]} ${record.code}`}
                onSelect={() => go(hrefOf(record))}
              />
            ))}
          </Command.Group>
        )}
        {pages.length > 0 && (
          <Command.Group heading="Pages" className={group}>
            {pages.map(({ name, href, keys = "" }) => (
              <Line key={href} id={href} name={name} aside={keys} onSelect={() => go(href)} />
            ))}
          </Command.Group>
        )}
      </Command.List>
    </Command>
  );
}

function Line({
  id,
  name,
  aside,
  onSelect,
}: {
  readonly id: string;
  readonly name: string;
  readonly aside: string;
  readonly onSelect: () => void;
}) {
  return (
    <Command.Item
      value={id}
      onSelect={onSelect}
      className="flex cursor-default justify-between gap-3 rounded-sm px-2 py-1 data-[selected=true]:bg-sign data-[selected=true]:text-[var(--on-sign)]"
    >
      <span className="truncate">{name}</span>
      <span className="narrow shrink-0 opacity-80">{aside}</span>
    </Command.Item>
  );
}

function hrefOf({ kind, code }: FoundRecord): string {
  return kind === "orders"
    ? `/orders/${encodeURIComponent(code)}`
    : (placeHref(`${kind}/${code}`) ?? `/${kind}`);
}

interface Records {
  readonly records: readonly FoundRecord[];
  readonly trouble: boolean;
  /** What is there is of an earlier text. */
  readonly isPending: boolean;
}

/** Records by a text, asked for when typing pauses; an answer to an earlier text is dropped. */
function useRecords(text: string): Records {
  const [found, setFound] = useState<{ readonly of: string; readonly records: readonly FoundRecord[] }>();
  const [trouble, setTrouble] = useState(false);
  const asked = text.trim();
  useEffect(() => {
    if (asked === "") return;
    const abort = new AbortController();
    const timer = setTimeout(() => {
      fetch(`/find?text=${encodeURIComponent(asked)}`, { signal: abort.signal })
        .then(async (response) => {
          if (!response.ok) throw new Error(String(response.status));
          setFound({ of: asked, records: (await response.json()) as FoundRecord[] });
          setTrouble(false);
        })
        .catch(() => {
          if (!abort.signal.aborted) setTrouble(true);
        });
    }, WAIT_MS);
    return () => {
      clearTimeout(timer);
      abort.abort();
    };
  }, [asked]);
  return {
    records: asked === "" || !found ? [] : found.records,
    trouble,
    isPending: asked !== "" && !trouble && found?.of !== asked,
  };
}
