import { benchApi } from "./bench/api";

await benchApi();
