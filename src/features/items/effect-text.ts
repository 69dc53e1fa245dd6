import type { ItemException } from "@/core/setup/offer";
import type { Json } from "@/core/setup/path";
import { plainNumber } from "@/ui/number-text";

/** What an exception does, as it is shown and typed: "banned", "ships free", "instead 59.00", "extra 2.50" a piece. */
export function effectText(effect: ItemException["do"]): string {
  if (effect === "ban") return "banned";
  if (effect === "shipsFree") return "ships free";
  return "instead" in effect ? `instead ${effect.instead}` : `extra ${effect.extra}`;
}

/** An effect out of what was typed; anything else stays as typed, to be refused. */
export function readEffect(typed: string): Json {
  const text = typed.trim().toLowerCase();
  if (/^ban(ned)?$/.test(text)) return "ban";
  if (/^(ships )?free$/.test(text)) return "shipsFree";
  const [, kind, amount] = /^(instead|extra|\+)\s*(.+)$/.exec(text) ?? [];
  if (kind === undefined || amount === undefined) return typed;
  return kind === "instead" ? { instead: plainNumber(amount) } : { extra: plainNumber(amount) };
}
