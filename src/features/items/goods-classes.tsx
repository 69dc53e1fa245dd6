"use client";

import { useCallback, useMemo } from "react";
import type { GoodsClass } from "@/core/setup/business";
import type { Json } from "@/core/setup/path";
import { DraftTable, useDraft, type Notice, type TableColumn } from "@/features/draft";
import { readQuantity } from "@/features/edits";
import { modesText, readModes } from "@/messages/mode-words";

interface Props {
  readonly classes: readonly GoodsClass[];
  readonly notices: readonly Notice[];
}

/** What goods are of one kind for services, rules and offers, and what items of it weigh that have no weight of their own. */
export function GoodsClasses({ classes, notices }: Props) {
  const { rename, habits } = useDraft();
  const carry = useCallback(
    (from: string, to: string) => rename({ list: "goodsClasses", from, to }),
    [rename],
  );
  const columns = useMemo(
    (): TableColumn[] => [
      { field: "code", name: "Code", head: "Code", width: 130, needed: true },
      { field: "name", name: "Name", head: "Name", width: 260 },
      {
        field: "defaultWeight",
        name: "Weight of items without one",
        head: "Weight without one",
        width: 150,
        numeric: true,
        read: (text) => readQuantity(text, habits.weight) as Json | undefined,
        show: (value) => {
          const weight = value as GoodsClass["defaultWeight"];
          return weight ? `${weight.value} ${weight.unit}` : "";
        },
        hint: "none",
      },
      {
        field: "notBy",
        name: "May not be carried by (road, rail, sea, air, inland water, mail)",
        head: "Not by",
        width: 130,
        // what is none of them is refused where it is stored
        read: (text) => (text.trim() === "" ? undefined : (readModes(text) ?? [text.trim()])),
        show: (value) => modesText(value as GoodsClass["notBy"]),
        hint: "any way",
      },
    ],
    [habits.weight],
  );
  return (
    <section aria-label="Goods classes" className="mt-4 max-w-[740px]">
      <h2 className="mb-1">
        Goods classes{" "}
        <span className="font-normal text-soft">
          the row after the last adds one; a changed code is renamed everywhere
        </span>
      </h2>
      <DraftTable
        label="Goods classes"
        path="goodsClasses"
        rows={classes as readonly { readonly [field: string]: Json }[]}
        columns={columns}
        begin={(typed) => ({
          code: "",
          name: typeof typed.code === "string" ? typed.code : "New",
          ...typed,
        })}
        height="280px"
        notices={notices}
        onRename={carry}
      />
    </section>
  );
}
