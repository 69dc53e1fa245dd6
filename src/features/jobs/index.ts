export { Progress, WorkGoingOn } from "./work-going-on";
export { goesOn, JobState } from "./job-state";
export { startReplay, stopWork, type ReplayChoice } from "./actions";
export { useWork } from "./use-work";
