"use client";

import type { Answer } from "@/messages/answer";
import * as actions from "./actions";
import { InTurn } from "./in-turn";

const turns = new InTurn();

/** An action as it is asked for on the desk: after those before it, and of the order as they leave it. */
function inTurn<I extends readonly unknown[]>(
  action: (order: actions.OrderTarget, ...input: I) => Promise<Answer<actions.Changed>>,
): typeof action {
  return (order, ...input) => turns.take(order, (now) => action(now, ...input));
}

export const changeQuantity = inTurn(actions.changeQuantity);
export const changeAddress = inTurn(actions.changeAddress);
export const changeDetail = inTurn(actions.changeDetail);
export const changeLines = inTurn(actions.changeLines);
export const applyCharge = inTurn(actions.applyCharge);
export const agree = inTurn(actions.agree);
export const refuse = inTurn(actions.refuse);
export const takeBackAsked = inTurn(actions.takeBackAsked);
export const confirm = inTurn(actions.confirm);
export const reopen = inTurn(actions.reopen);
export const cancel = inTurn(actions.cancel);
export const giveBack = inTurn(actions.giveBack);
