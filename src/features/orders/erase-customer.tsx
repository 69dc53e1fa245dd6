"use client";

import { useState } from "react";
import { useDraft } from "@/features/draft";
import { useSubmit } from "@/features/submit";
import { Button } from "@/ui/parts/button";
import { Trouble } from "@/ui/parts/trouble";
import { eraseCustomer } from "./actions";

/** Erases the customer of a done order; asked first, for it can't be undone. */
export function EraseCustomer({ number, name }: { readonly number: string; readonly name: string }) {
  const [asked, setAsked] = useState(false);
  const { tell } = useDraft();
  const { busy, trouble, submit } = useSubmit();
  const erase = async () => {
    const answer = await submit(() => eraseCustomer({ number }));
    if (answer.ok) tell(erasedWords(answer.value.orders), false);
    setAsked(false);
  };
  return (
    <section aria-label="Erase customer" className="mt-3">
      {asked ? (
        <p className="sheet mb-1 border-l-4 border-l-loss px-3 py-2">
          Name and street of {name} go from all their done orders, and the changes of them from the activity
          log. What was charged, place and postcode stay. This can&apos;t be undone.{" "}
          <Button disabled={busy} onClick={() => void erase()}>
            Erase
          </Button>{" "}
          <Button onClick={() => setAsked(false)}>Cancel</Button>
        </p>
      ) : (
        <button type="button" className="link" onClick={() => setAsked(true)}>
          Erase customer
        </button>
      )}
      <Trouble text={trouble} />
    </section>
  );
}

function erasedWords(orders: number): string {
  return `Name and street were erased from ${orders === 1 ? "this order" : `${orders} orders`}`;
}
