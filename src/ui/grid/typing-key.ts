import type { Place } from "./block";

/** What a key says while a cell is typed into: it is done, and where to go; everything is given up; a letter less. */
export type TypingKey =
  | { readonly done: Place | undefined; readonly everywhere: boolean }
  | "give-up"
  | "letter-back";

interface Pressed {
  readonly key: string;
  readonly ctrlKey: boolean;
  readonly metaKey: boolean;
  readonly shiftKey: boolean;
}

/** Reads a key pressed while a cell is typed into; `undefined`: one that is typed. */
export function typingKey({ key, ctrlKey, metaKey, shiftKey }: Pressed): TypingKey | undefined {
  if (key === "Enter" && (ctrlKey || metaKey)) return { done: undefined, everywhere: true };
  if (key === "Enter") return { done: { row: 1, column: 0 }, everywhere: false };
  if (key === "Tab") return { done: { row: 0, column: shiftKey ? -1 : 1 }, everywhere: false };
  if (key === "Escape") return "give-up";
  return key === "Backspace" ? "letter-back" : undefined;
}
