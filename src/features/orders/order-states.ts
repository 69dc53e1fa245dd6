/** How queues are called, and the sign beside each so that state never hangs on colour. */
export const queueNames: Readonly<
  Record<string, { readonly name: string; readonly sign: string; readonly short: string }>
> = {
  "to-rate": { name: "To rate", sign: "○", short: "to rate" },
  "needs-look": { name: "Needs a look", sign: "▲", short: "look" },
  "out-of-date": { name: "Out of date", sign: "◐", short: "out of date" },
  ready: { name: "Ready", sign: "●", short: "rated" },
  done: { name: "Done", sign: "■", short: "done" },
};
