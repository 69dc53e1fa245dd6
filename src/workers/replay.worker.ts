import { workerData } from "node:worker_threads";
import { replayer } from "./replay-thread";
import type { ReplayThreadData } from "@/core/replay/thread";

// the pool wraps what it was given
const data = (Array.isArray(workerData) ? workerData[1] : workerData) as ReplayThreadData;

export default replayer(data);
