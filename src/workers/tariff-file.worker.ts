import type { FileTask } from "@/core/tariff-files/thread";
import { TariffFile } from "./tariff-file";

const file = new TariffFile((answer) => postMessage(answer));

addEventListener("message", (event: MessageEvent<FileTask>) => file.do(event.data));
