"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import { useEffect } from "react";
import { isLook, isOrderState } from "@/core/orders/order-state";
import { Progress, stopWork } from "@/features/jobs";
import { lookNames, startMany, stateNames } from "@/features/orders";
import { useSubmit } from "@/features/submit";
import { Button } from "@/ui/parts/button";
import { PageHead } from "@/ui/parts/page-head";
import { Trouble } from "@/ui/parts/trouble";
import { takeBatchBack } from "./actions";
import type { BatchView, ChargedMany, ConfirmedMany } from "./load";
import { Sums } from "./plan-page";

const LOOK_MS = 700;

/** Work with many orders: how far it is, then what it came to, with what was set aside as a list to work through. */
export function BatchPage({ kind, job, numbers, result, mayEdit }: BatchView) {
  const router = useRouter();
  const goesOn = job.state === "waiting" || job.state === "running";
  const { busy, trouble, submit } = useSubmit();
  useEffect(() => {
    if (!goesOn) return;
    const timer = setInterval(() => router.refresh(), LOOK_MS);
    return () => clearInterval(timer);
  }, [goesOn, router]);
  const charged = result && "charged" in result ? result : undefined;
  const confirm = async () => {
    const aside = new Set(charged?.setAside.map(({ number }) => number));
    const rest = numbers.filter((number) => !aside.has(number));
    const answer = await submit(() => startMany({ kind: "confirm-orders", numbers: rest }));
    if (answer.ok) router.push(`/orders/~many/${answer.value.id}`);
  };
  return (
    <div className="px-[18px] py-4">
      <PageHead
        above={
          <Link prefetch={false} className="link" href="/orders">
            Orders
          </Link>
        }
        title={titleOf(kind, result)}
      >
        {!goesOn && mayEdit && charged && charged.charged > 0 && (
          <>
            <TakeBack batch={charged.batch} />
            <Button kind="main" disabled={busy} onClick={() => void confirm()}>
              Confirm them
            </Button>
          </>
        )}
      </PageHead>
      <Trouble text={trouble} />
      {goesOn && (
        <div className="sheet mb-3 max-w-[480px] px-4 py-3">
          {job.state === "waiting" ? <p>Waits for its turn.</p> : <Progress job={job} />}
          <Button className="mt-2" disabled={busy} onClick={() => void submit(() => stopWork(job.id))}>
            Stop
          </Button>
        </div>
      )}
      {job.state === "cancelled" && (
        <p className="sheet mb-3 px-4 py-3">
          It was stopped: what was done until then stays, the others are as they were.
        </p>
      )}
      {job.failure !== undefined && <p className="sheet mb-3 px-4 py-3 text-loss">{job.failure}</p>}
      {charged && <Sums sums={charged.sums} />}
      {result && <SetAside setAside={result.setAside} left={result.left} goesOn={goesOn} />}
    </div>
  );
}

function titleOf(kind: BatchView["kind"], result: ChargedMany | ConfirmedMany | undefined): string {
  if (!result) return kind === "charge-orders" ? "Rate and apply" : "Confirm";
  const count = "charged" in result ? result.charged : result.confirmed;
  const what = "charged" in result ? "charged" : "confirmed";
  return `${count === 1 ? "1 order" : `${count} orders`} ${what}`;
}

function TakeBack({ batch }: { readonly batch: string }) {
  const { busy, trouble, submit } = useSubmit();
  return (
    <>
      <Button disabled={busy} onClick={() => void submit(() => takeBatchBack(batch))}>
        Undo all
      </Button>
      <Trouble text={trouble} />
    </>
  );
}

function SetAside({
  setAside,
  left,
  goesOn,
}: Pick<ChargedMany, "left"> & {
  readonly setAside: readonly { readonly number: string; readonly why: string }[];
  readonly goesOn: boolean;
}) {
  if (setAside.length === 0 && left === 0)
    return goesOn ? null : <p className="text-soft">Nothing was set aside.</p>;
  return (
    <section aria-label="Set aside" className="sheet max-w-[640px]">
      <h2 className="border-b border-hairline px-3 py-1.5">
        {setAside.length} set aside{" "}
        {left > 0 && <span className="font-normal text-soft">and {left} left as they were</span>}
      </h2>
      <ul>
        {setAside.map(({ number, why }) => (
          <li key={number} className="border-b border-hairline px-3 py-1 last:border-0">
            <Link prefetch={false} className="link" href={`/orders/${encodeURIComponent(number)}`}>
              {number}
            </Link>{" "}
            <span className="text-loss">{whyWords(why)}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function whyWords(why: string): string {
  if (isLook(why)) return lookNames[why].name;
  if (isOrderState(why)) return stateNames[why].name;
  return why === "changed-meanwhile" ? "Somebody changed it meanwhile" : why;
}
