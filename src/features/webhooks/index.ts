export { HooksPage } from "./hooks-page";
export { HookPage } from "./hook-page";
