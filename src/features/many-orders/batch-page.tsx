"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import { useEffect } from "react";
import { Progress, stopWork } from "@/features/jobs";
import { startMany } from "@/features/orders";
import { useSubmit } from "@/features/submit";
import { Button } from "@/ui/parts/button";
import { PageHead } from "@/ui/parts/page-head";
import { Trouble } from "@/ui/parts/trouble";
import { takeBatchBack } from "./actions";
import type { BatchView, ChargedMany, ConfirmedMany } from "./load";
import { Sums } from "./plan-page";
import { SetAside } from "./set-aside";

const LOOK_MS = 700;

/** Work with many orders: how far it is, then what it came to, with what was set aside as a list to work through. */
export function BatchPage({ kind, job, numbers, result, standing, mayEdit }: BatchView) {
  const router = useRouter();
  const goesOn = job.state === "waiting" || job.state === "running";
  const { busy, trouble, submit } = useSubmit();
  useEffect(() => {
    if (!goesOn) return;
    const timer = setInterval(() => router.refresh(), LOOK_MS);
    return () => clearInterval(timer);
  }, [goesOn, router]);
  const charged = result && "charged" in result ? result : undefined;
  const isGone = charged !== undefined && charged.charged > 0 && standing === 0 && !goesOn;
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
        title={isGone ? `${titleOf(kind, result)}, undone` : titleOf(kind, result)}
      >
        {!goesOn && mayEdit && charged && standing > 0 && (
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
      {charged && !isGone && <Sums sums={charged.sums} />}
      {isGone && <p className="text-soft">Each of these orders has the charge it had before, or none.</p>}
      {result && !isGone && <SetAside orders={result.setAside} left={result.left} />}
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
