export { Progress, WorkGoingOn } from "./work-going-on";
export { startReplay, stopWork, type ReplayChoice } from "./actions";
export { useWork } from "./use-work";
