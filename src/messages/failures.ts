/** What the sentences of failures are made with, by code; codes that need nothing have no data. */
export interface FailureData {
  readonly "not-signed-in": Nothing;
  readonly forbidden: Nothing;
  readonly "second-factor-needed": Nothing;
  readonly "not-found": Nothing;
  readonly conflict: Nothing;
  readonly invalid: Nothing;
  /** A confirmed order. */
  readonly locked: Nothing;
  readonly "charge-out-of-date": Nothing;
  /** Another amount that a second person has not agreed to. */
  readonly "agreement-needed": Nothing;
  readonly "own-request": Nothing;
  readonly "last-admin": Nothing;
  readonly "known-person": Nothing;
  readonly "link-gone": Nothing;
  readonly "weak-password": { readonly why: PasswordFault };
  readonly "wrong-password": Nothing;
  readonly "sign-in-refused": Nothing;
  readonly "wrong-code": Nothing;
  readonly "wrong-spare-code": Nothing;
  readonly "sign-in-over": Nothing;
  /** A customer is erased only when nothing of theirs waits for a delivery. */
  readonly "customer-has-open-orders": { readonly orders: number };
  /** Somebody published since one looked. */
  readonly "published-meanwhile": { readonly by: string; readonly number: number };
  /** The carrier has billed by this number before. */
  readonly "bill-known": Nothing;
  readonly "bill-objected": Nothing;
  readonly "nothing-to-object": Nothing;
  readonly "objection-moved": Nothing;
  readonly "rates-fit-nowhere": Nothing;
  readonly "draft-moved": Nothing;
  readonly "stops-at-gate": { readonly stops: number };
  readonly "second-person-needed": Nothing;
  readonly "own-proposal": Nothing;
  readonly "instant-gone": Nothing;
  readonly "nothing-to-publish": Nothing;
  /** What waits for its instant can't take these changes in. */
  readonly "carry-conflict": Nothing;
  readonly "not-waiting": Nothing;
  readonly "nothing-before": Nothing;
  readonly "too-many-tries": { readonly seconds: number };
  readonly "business-there": Nothing;
  /** Too many wait for the same thing. */
  readonly busy: Nothing;
  /** Many orders were charged at once, and one of them is confirmed by now. */
  readonly "batch-confirmed": Nothing;
  /** A credit of nothing, of more pieces than were sold, of more delivery than was charged. */
  readonly "credit-nothing": Nothing;
  readonly "credit-pieces": Nothing;
  readonly "credit-delivery": Nothing;
  /** A dispatch of pieces that are not there to leave. */
  readonly "more-than-there": Nothing;
  /** Shipments that do not hold an order's pieces of an item. */
  readonly "split-pieces": { readonly sku: string };
  /** A shipment that can't be given the offer chosen for it. */
  readonly "split-withheld": { readonly origin: string };
  /** An address that nothing is sent to. */
  readonly "bad-address": { readonly why: AddressFault };
  /** Another order is called so. */
  readonly "number-taken": Nothing;
  readonly unavailable: Nothing;
  /** A fault of ours: it is in the log under this number. */
  readonly fault: { readonly number: string };
  /** The browser's own: no answer came, so nobody knows whether it was stored. */
  readonly unreachable: Nothing;
}

type Nothing = Readonly<Record<never, never>>;

export type AddressFault = "not-a-url" | "not-https" | "with-sign-in" | "not-public";

export type PasswordFault = "short" | "long" | "common" | "own";

/** Why a use case did not happen. */
export type FailureCode = keyof FailureData;

const passwords: Readonly<Record<PasswordFault, string>> = {
  short: "A password needs at least 12 characters.",
  long: "A password has at most 200 characters.",
  common: "This password is on lists of common ones. Choose another.",
  own: "A password may not be your name or e-mail address. Choose another.",
};

const addresses: Readonly<Record<AddressFault, string>> = {
  "not-a-url": "This is no address. Write it whole, like https://shop.example/hooks.",
  "not-https": "The address has to begin with https.",
  "with-sign-in": "An address may hold no name and password: messages are signed instead.",
  "not-public": "This address leads into the network the server stands in. Only public ones are called.",
};

const sentences: { readonly [C in FailureCode]: (data: FailureData[C]) => string } = {
  "not-signed-in": () => "You are signed out. Sign in again in another tab, then try again.",
  forbidden: () => "Your role does not allow this.",
  "second-factor-needed": () => "Your role needs a second factor: turn it on under “Your sign-in” first.",
  "not-found": () => "This is not there any more.",
  conflict: () => "Someone else has changed this meanwhile. It is shown as it is now; try again.",
  invalid: () => "This can't be stored as it is.",
  locked: () => "The order is confirmed and locked.",
  "charge-out-of-date": () => "The order has changed since its charge was applied: apply it anew first.",
  "agreement-needed": () =>
    "Somebody asks for another amount, and nobody else has approved it yet: approve or decline it first.",
  "own-request": () => "You asked for this amount yourself: somebody else has to approve it.",
  "last-admin": () => "This is the last administrator who can sign in: make somebody else one first.",
  "known-person": () => "Somebody with this e-mail is here already.",
  "link-gone": () => "This link was used or withdrawn, or it has expired. Ask for another.",
  "weak-password": ({ why }) => passwords[why],
  "wrong-password": () => "This is not your password.",
  "sign-in-refused": () => "E-mail and password do not belong together.",
  "wrong-code": () => "This code does not fit, or was used already. Codes change every 30 seconds.",
  "wrong-spare-code": () => "This spare code does not fit, or was used.",
  "sign-in-over": () => "The sign-in has expired. Start again.",
  "customer-has-open-orders": ({ orders }) =>
    `${orders === 1 ? "An order" : `${orders} orders`} of this customer ${orders === 1 ? "is" : "are"} still open: confirm ${orders === 1 ? "it" : "them"} first.`,
  "published-meanwhile": ({ by, number }) =>
    `${by === "" ? "Somebody" : by} has published revision ${number} meanwhile. Look at what changes now, then publish again.`,
  "bill-known": () => "A bill of this carrier with this number is here already: no bill is imported twice.",
  "bill-objected": () => "Something of this bill is objected to: a bill with objections stays.",
  "nothing-to-object": () =>
    "Nothing of these is more than was expected, or all of them are objected to already.",
  "objection-moved": () =>
    "This objection has moved on since you looked, or can't become that. Look at it again.",
  "rates-fit-nowhere": () =>
    "None of these rates was put into the draft: its table has no such cells, or they are no flat rates.",
  "draft-moved": () =>
    "The draft has changed since you looked. Look at what changes now, then publish again.",
  "stops-at-gate": ({ stops }) =>
    `The gate is shut: ${stops === 1 ? "one check" : `${stops} checks`} in the draft ${stops === 1 ? "is an error" : "are errors"}. Correct ${stops === 1 ? "it" : "them"} first.`,
  "second-person-needed": () => "Somebody else has to publish: ask for it, and they find it at the gate.",
  "own-proposal": () => "You asked for this yourself: somebody else has to publish it.",
  "instant-gone": () => "This instant has gone by. Choose a later one, or publish now.",
  "nothing-to-publish": () => "The draft is what is live: there is nothing to publish.",
  "carry-conflict": () =>
    "A revision that waits for its day changes the same things in another way. Withdraw it, or let this one replace it.",
  "not-waiting": () => "This revision does not wait any more: it has taken effect, or was withdrawn.",
  "nothing-before": () => "There is no revision before this one to go back to.",
  "too-many-tries": ({ seconds }) =>
    `Too many tries. Wait ${seconds === 1 ? "a second" : `${seconds} seconds`}, then try again.`,
  "business-there": () => "The business is there already.",
  "batch-confirmed": () =>
    "One of these orders is confirmed by now, so the charges are not undone together. Reopen it, or change each order by itself.",
  "split-pieces": ({ sku }) =>
    `The shipments do not hold the order's pieces of ${sku}: all of them, and no more.`,
  "split-withheld": ({ origin }) =>
    `The shipment from ${origin} can't be given the offer chosen for it. Choose another.`,
  "bad-address": ({ why }) => addresses[why],
  "number-taken": () => "Another order has this number. Leave the number empty, or take another.",
  "more-than-there": () =>
    "More is said to have left than is still there from this origin. Look at what has left already.",
  "credit-nothing": () => "There is nothing to give back: say how many pieces, or how much of the delivery.",
  "credit-pieces": () => "More pieces are given back than were sold and not given back yet.",
  "credit-delivery": () => "More is given back than is left of what was charged for the delivery.",
  busy: () => "Nothing was stored: many changes are waiting just now. Try again.",
  unavailable: () => "Nothing was stored: the server can't reach its data. Try again.",
  fault: ({ number }) => `Something went wrong here, and nothing was stored. Report this number: ${number}`,
  unreachable: () =>
    "The server does not answer, so it is not known whether this was stored. Look, then try again.",
};

/** Why something did not happen, in one sentence. */
export function failureSentence<C extends FailureCode>(code: C, data: FailureData[C]): string {
  return sentences[code](data);
}
