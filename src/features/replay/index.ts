export { OrderBothPage } from "./order-both-page";
export { ReplayPage } from "./replay-page";
export { madeWords, replayTitle } from "./replay-words";
export { StartReplay } from "./start-replay";
export { moneyDifference } from "./money-difference";
export type { ShownReplay } from "./load";
