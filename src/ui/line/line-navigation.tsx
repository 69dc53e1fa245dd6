import Link from "next/link";
import type { ReactNode } from "react";
import { classNames } from "../class-names";

/** A stop on the line. Without an `href` it is not open yet. */
export interface LineStop {
  readonly key: string;
  readonly name: string;
  readonly href?: string;
  /** What checks found there; stops are told apart from warnings by shape too. */
  readonly count?: number;
  readonly stops?: boolean;
  readonly hint?: string;
  /** What is still missing there: said instead of the count. */
  readonly missing?: string;
  readonly gate?: ReactNode;
  /** Left of the gate, and live at once all the same: drawn solid. */
  readonly isLive?: boolean;
}

interface Props {
  readonly stops: readonly LineStop[];
  readonly current: string;
  readonly label: string;
}

/** The line with its stations: a dashed draft up to the gate, a solid live line behind it. */
export function LineNavigation({ stops, current, label }: Props) {
  const gate = stops.findIndex((stop) => stop.gate !== undefined);
  return (
    <nav aria-label={label} className="min-w-0 flex-1 overflow-x-auto">
      <ol className="flex min-w-[560px]">
        {stops.map((stop, index) => (
          <li key={stop.key} className="relative flex-1">
            <Track side="left" kind={index === 0 ? "none" : index <= gate ? "draft" : "live"} />
            <Track
              side="right"
              kind={index === stops.length - 1 ? "none" : index < gate ? "draft" : "live"}
            />
            <Stop stop={stop} current={stop.key === current} isDraft={index < gate && stop.isLive !== true} />
          </li>
        ))}
      </ol>
    </nav>
  );
}

function Track({
  side,
  kind,
}: {
  readonly side: "left" | "right";
  readonly kind: "none" | "draft" | "live";
}) {
  if (kind === "none") return null;
  return (
    <span
      aria-hidden
      className={classNames(
        "absolute top-[20px] h-[4px] w-1/2",
        side === "left" ? "left-0" : "right-0",
        kind === "draft" ? "dashed-line" : "bg-ink",
      )}
    />
  );
}

interface StopProps {
  readonly stop: LineStop;
  readonly current: boolean;
  readonly isDraft: boolean;
}

function Stop({ stop, current, isDraft }: StopProps) {
  const inside = (
    <>
      <Sign stop={stop} current={current} isDraft={isDraft} />
      <span
        className={classNames(
          "mt-1 block text-center text-xs whitespace-nowrap",
          current ? "font-bold" : stop.href === undefined ? "text-faint" : "text-soft",
        )}
      >
        {stop.gate ?? stop.name}
      </span>
    </>
  );
  const box = "relative block rounded-md pt-[14px] pb-1.5 no-underline";
  if (stop.href === undefined)
    return (
      <span className={box} title={stop.hint}>
        {inside}
      </span>
    );
  return (
    <Link
      href={stop.href}
      prefetch={false}
      aria-current={current ? "page" : undefined}
      title={stop.hint}
      className={classNames(box, "hover:text-ink")}
    >
      {inside}
    </Link>
  );
}

function Sign({ stop, current, isDraft }: StopProps) {
  if (stop.gate !== undefined)
    return (
      <span
        aria-hidden
        className={classNames(
          "mx-auto block size-[16px] rotate-45 border-[3px] border-ink",
          current ? "bg-sign" : "bg-sheet",
        )}
      />
    );
  return (
    <span className="relative mx-auto block size-4">
      <span
        aria-hidden
        className={classNames(
          "block size-4 rounded-full border-[3px]",
          isDraft && "border-dashed",
          stop.href === undefined ? "border-edge bg-paper" : "border-ink",
          current ? "bg-sign" : stop.href !== undefined && "bg-sheet",
        )}
      />
      {stop.missing !== undefined && (
        <span className="narrow absolute -top-3 left-2.5 rounded-full bg-sign px-1.5 text-[0.6875rem] leading-4 font-bold whitespace-nowrap text-on-sign">
          {stop.missing}
        </span>
      )}
      {stop.missing === undefined && stop.count !== undefined && stop.count > 0 && (
        <span
          className={classNames(
            "absolute -top-2.5 left-3 min-w-[16px] px-1 text-center text-[0.6875rem] leading-4 font-bold",
            stop.stops ? "rounded-[2px] bg-loss text-sheet" : "rounded-full bg-sign text-on-sign",
          )}
        >
          <span className="sr-only">findings: </span>
          {stop.count}
        </span>
      )}
    </span>
  );
}
