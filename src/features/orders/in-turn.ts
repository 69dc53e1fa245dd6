import type { Answer } from "@/messages/answer";
import type { Changed, OrderTarget } from "./actions";

/**
 * What somebody asks of orders in quick succession is done one after the other: the second is asked of the order as the first
 * has left it, though the screen does not show that yet. What somebody else changed meanwhile is still told.
 */
export class InTurn {
  private line: Promise<unknown> = Promise.resolve();
  /** The last version that own changes have led to, by order. */
  private readonly led = new Map<string, number>();

  take(
    { number, version }: OrderTarget,
    send: (order: OrderTarget) => Promise<Answer<Changed>>,
  ): Promise<Answer<Changed>> {
    const turn = this.line.then(async () => {
      const now = Math.max(version, this.led.get(number) ?? 0);
      const answer = await send({ number, version: now });
      if (answer.ok) this.led.set(number, answer.value.version);
      // whoever was refused looks at what there is now
      else this.led.delete(number);
      return answer;
    });
    this.line = turn.catch(() => undefined);
    return turn;
  }
}
