import { Bench } from "@/core/bench/bench";
import type { BenchAnswer, BenchMark, BenchStart, BenchTask } from "@/core/bench/thread";
import type { Exploration } from "@/core/bench/explore";

/** Where the mark is kept between visits. */
export interface MarkStore {
  readonly read: () => Promise<BenchMark | undefined>;
  readonly write: (mark: BenchMark) => Promise<void>;
}

/**
 * The bench's thread without the thread: takes tasks in their order and tells what came out. The page is told the rows
 * with the open trial first, its nearest edges last: these are searched only when nothing newer has come meanwhile.
 */
export class BenchThread {
  private bench: Bench | undefined;
  private stamp = 0;
  private now = "";
  private since = "";
  private typed = 0;
  private trouble = false;
  private trial: string | undefined;
  private offer: string | undefined;
  private exploration: Exploration | undefined;
  private round = 0;

  constructor(
    private readonly tell: (answer: BenchAnswer) => void,
    private readonly marks: MarkStore,
    /** Runs something when the tasks that wait have been taken. */
    private readonly later: (work: () => void) => void,
  ) {}

  async do(task: BenchTask): Promise<void> {
    if (task.kind === "start") return this.start(task.start);
    const { bench } = this;
    if (!bench) return;
    switch (task.kind) {
      case "trials":
        bench.setTrials(task.trials, task.items);
        return this.all();
      case "stored":
        return this.stored(bench, task);
      case "typed":
        this.trouble = bench.type(task.changes).length > 0;
        this.typed = task.id;
        return this.all();
      case "mark":
        bench.mark();
        this.since = this.now;
        await this.keepMark();
        return this.all();
      case "open":
        this.trial = task.trial;
        this.offer = task.offer;
        return this.opened();
      case "explore":
        this.exploration = task.exploration;
        return this.explored();
    }
  }

  private async start({ stamp, now, setup, trials, items }: BenchStart): Promise<void> {
    const kept = await this.marks.read().catch(() => undefined);
    // another business, or one that was set up anew, has nothing to be compared with
    let mark = kept && kept.business === setup.business.name && kept.stamp <= stamp ? kept : undefined;
    try {
      this.bench = new Bench({ setup, items }, trials, now, mark && { setup: mark.setup, items: mark.items });
    } catch {
      // kept by another version, in a form this one can't read
      mark = undefined;
      this.bench = new Bench({ setup, items }, trials, now);
    }
    this.stamp = stamp;
    this.now = now;
    this.since = mark?.since ?? now;
    this.trouble = false;
    if (!mark) await this.keepMark();
    this.all();
  }

  private stored(bench: Bench, { changes, stamp }: Extract<BenchTask, { kind: "stored" }>): void {
    if (stamp <= this.stamp) return;
    if (stamp !== this.stamp + 1 || bench.store(changes).length > 0) return this.tell({ kind: "behind" });
    this.stamp = stamp;
    this.trouble = false;
    this.all();
  }

  private async keepMark(): Promise<void> {
    if (!this.bench) return;
    const { setup, items } = this.bench.before;
    const mark = { since: this.since, stamp: this.stamp, business: setup.business.name, setup, items };
    // a browser that keeps nothing compares with what stood when the page was opened
    await this.marks.write(mark).catch(() => undefined);
  }

  private all(): void {
    const { bench, typed, trouble, since, stamp, trial } = this;
    if (!bench) return;
    const open = trial === undefined ? undefined : bench.open(trial);
    // rows and workings in one message: the page draws them together
    this.tell({ kind: "rows", rows: bench.rows(), open, typed, trouble, since, stamp });
    this.explored();
    this.searchEdges();
  }

  private opened(): void {
    const { bench, trial } = this;
    if (!bench || trial === undefined) return;
    this.tell({ kind: "opened", open: bench.open(trial) });
    this.searchEdges();
  }

  private searchEdges(): void {
    const { bench, trial, offer } = this;
    const round = ++this.round;
    if (!bench || trial === undefined || offer === undefined) return;
    this.later(() => {
      if (round === this.round) this.tell({ kind: "edges", trial, offer, edges: bench.edges(trial, offer) });
    });
  }

  private explored(): void {
    if (this.bench && this.exploration)
      this.tell({ kind: "explored", series: this.bench.explore(this.exploration) });
  }
}
