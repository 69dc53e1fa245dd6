export { ReplayPage, madeWords, replayTitle } from "./replay-page";
export { StartReplay } from "./start-replay";
export { moneyDifference } from "./money-difference";
export type { ShownReplay } from "./load";
