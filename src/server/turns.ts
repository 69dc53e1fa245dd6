/** Said to whoever finds too many waiting before them. */
export class TooManyWaiting extends Error {
  constructor() {
    super("too many are waiting");
  }
}

/** Lets a few do something at the same time; others wait for their turn, up to a limit. */
export class Turns {
  private running = 0;
  private readonly waiting: (() => void)[] = [];

  constructor(
    private readonly atOnce: number,
    private readonly mostWaiting: number,
  ) {}

  /** Does the work when it is its turn. Rejects with `TooManyWaiting` without beginning it. */
  async take<T>(work: () => Promise<T>): Promise<T> {
    if (this.running >= this.atOnce) {
      if (this.waiting.length >= this.mostWaiting) throw new TooManyWaiting();
      await new Promise<void>((resolve) => this.waiting.push(resolve));
    } else this.running++;
    try {
      return await work();
    } finally {
      const next = this.waiting.shift();
      // whoever is let in takes this one's place
      if (next) next();
      else this.running--;
    }
  }
}
