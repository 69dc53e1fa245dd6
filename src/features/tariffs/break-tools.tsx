"use client";

import { useState, type FormEvent } from "react";
import type { Json } from "@/core/setup/path";
import type { Edition, Tariff } from "@/core/setup/tariff";
import { insertBreak, removeBreak } from "@/core/tariffs/edit-breaks";
import { answerText, useDraft } from "@/features/draft";
import { plainNumber } from "@/ui/number-text";
import { Button } from "@/ui/parts/button";
import { breakOf, edgeUnit } from "./tariff-words";

interface Props {
  readonly tariff: Tariff;
  readonly edition: Edition;
  /** Of the edition. */
  readonly path: string;
}

/** A break more, at an edge; between two flat rates the new one is drawn on the line between them. */
export function AddBreak({ tariff, edition, path }: Props) {
  const { commit } = useDraft();
  const [edge, setEdge] = useState("");
  const [trouble, setTrouble] = useState<string>();
  const add = async (event: FormEvent) => {
    event.preventDefault();
    const typed = plainNumber(edge);
    if (!/^\d+(\.\d+)?$/.test(typed)) return setTrouble("At which edge? A figure of 0 or more.");
    const next = insertBreak(edition, tariff.boundary, typed);
    if (!next) return setTrouble(`There is a break at ${typed} already.`);
    const answer = await commit([{ path, from: edition as Json, to: next as Json }]);
    setTrouble(answer.ok ? undefined : answerText(answer));
    if (answer.ok) setEdge("");
  };
  return (
    <form onSubmit={(event) => void add(event)} className="flex flex-wrap items-center gap-1.5">
      <Button type="submit">Add a break</Button>
      <label>
        at{" "}
        <input
          aria-label="Edge of the new break"
          className="control h-8 w-20 px-1.5 text-right"
          inputMode="decimal"
          value={edge}
          onChange={(event) => setEdge(event.target.value)}
        />{" "}
        <span className="text-soft">{edgeUnit(tariff)}</span>
      </label>
      {trouble !== undefined && (
        <span role="alert" className="text-loss">
          {trouble}
        </span>
      )}
    </form>
  );
}

/** Takes the active break out: what it held falls to the next one that holds it. */
export function TakeOutBreak({ tariff, edition, path, index }: Props & { readonly index: number }) {
  const { commit, mayEdit } = useDraft();
  const [trouble, setTrouble] = useState<string>();
  const next = removeBreak(edition, index);
  if (!mayEdit || !next) return null;
  const take = async () => {
    const answer = await commit([{ path, from: edition as Json, to: next as Json }]);
    setTrouble(answer.ok ? undefined : answerText(answer));
  };
  return (
    <p className="mt-1">
      <button type="button" className="link text-left" onClick={() => void take()}>
        Take out the break {breakOf(tariff, edition, index)}
      </button>
      {trouble !== undefined && (
        <span role="alert" className="block text-loss">
          {trouble}
        </span>
      )}
    </p>
  );
}
