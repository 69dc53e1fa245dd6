import { sent } from "@/features/submit";
import type { EditAnswer } from "./answer";

/** Milliseconds between tries; the last goes on. */
const PAUSES = [500, 1000, 2000, 4000, 8000];

/**
 * Sends an edit until it is known what became of it. An answer that got lost is no refusal: the edit may be stored. It is
 * sent again with the number it has, for which the server gives its first answer; until then `tell` says so.
 */
export async function certain(
  send: () => Promise<EditAnswer>,
  tell: (notice: string | undefined) => void,
  pause: (ms: number) => Promise<void> = wait,
): Promise<EditAnswer> {
  for (let tries = 0; ; tries++) {
    const answer = await sent(send());
    const unknown = !answer.ok && (answer.code === "unreachable" || answer.code === "unavailable");
    if (!unknown) {
      if (tries > 0) tell(undefined);
      return answer;
    }
    tell(
      "The server does not answer. It is not sure yet whether your last change was stored: trying again …",
    );
    await pause(PAUSES[Math.min(tries, PAUSES.length - 1)] ?? 0);
  }
}

function wait(ms: number): Promise<void> {
  return new Promise((resolve) => setTimeout(resolve, ms));
}
