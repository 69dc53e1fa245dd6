/** Values by number that never change, as many as there is room for; those asked for longest ago go first. */
export class RevisionCache<T> {
  private readonly kept = new Map<number, { readonly value: T; readonly bytes: number }>();
  private readonly loading = new Map<number, Promise<T | undefined>>();
  private bytes = 0;

  constructor(
    private readonly mostBytes: number,
    private readonly bytesOf: (value: T) => number,
  ) {}

  /** The value at hand, the one that is on its way, or a new one. A load that fails is tried again by the next who asks. */
  get(number: number, load: () => Promise<T | undefined>): Promise<T | undefined> {
    const known = this.kept.get(number);
    if (known) {
      this.kept.delete(number);
      this.kept.set(number, known);
      return Promise.resolve(known.value);
    }
    let coming = this.loading.get(number);
    if (!coming) {
      coming = this.load(number, load);
      this.loading.set(number, coming);
    }
    return coming;
  }

  /** The value where it is at hand; it counts as not asked for. */
  peek(number: number): T | undefined {
    return this.kept.get(number)?.value;
  }

  put(number: number, value: T): void {
    this.drop(number);
    const bytes = this.bytesOf(value);
    this.kept.set(number, { value, bytes });
    this.bytes += bytes;
    for (const old of this.kept.keys()) {
      if (this.bytes <= this.mostBytes || old === number) break;
      this.drop(old);
    }
  }

  get size(): number {
    return this.kept.size;
  }

  private async load(number: number, load: () => Promise<T | undefined>): Promise<T | undefined> {
    try {
      const value = await load();
      if (value) this.put(number, value);
      return value;
    } finally {
      this.loading.delete(number);
    }
  }

  private drop(number: number): void {
    this.bytes -= this.kept.get(number)?.bytes ?? 0;
    this.kept.delete(number);
  }
}
