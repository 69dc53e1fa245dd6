import { Bench } from "@/core/bench/bench";
import type { BenchAnswer, BenchStart, BenchTask } from "@/core/bench/thread";
import { applyChanges } from "@/core/setup/change";
import type { LiveRates } from "@/core/services/live-rate";
import type { Exploration } from "@/core/bench/exploration";

/**
 * The bench's thread without the thread: takes tasks in their order and tells what came out. The page is told the rows
 * with the open trial first, its nearest edges last: these are searched only when nothing newer has come meanwhile.
 */
export class BenchThread {
  private bench: Bench | undefined;
  private rates: LiveRates | undefined;
  private stamp = 0;
  private before = 0;
  private typed = 0;
  private trouble = false;
  private trial: string | undefined;
  private offer: string | undefined;
  private exploration: Exploration | undefined;
  private round = 0;

  constructor(
    private readonly tell: (answer: BenchAnswer) => void,
    /** Runs something when the tasks that wait have been taken. */
    private readonly later: (work: () => void) => void,
  ) {}

  do(task: BenchTask): void {
    if (task.kind === "start") return this.start(task.start);
    const { bench } = this;
    if (!bench) return;
    switch (task.kind) {
      case "trials":
        bench.setTrials(task.trials, task.items);
        return this.all();
      case "rates":
        this.rates = new Map(task.rates);
        bench.setRates(this.rates);
        return this.all();
      case "stored":
        return this.stored(bench, task);
      case "typed":
        this.trouble = bench.type(task.changes).length > 0;
        this.typed = task.id;
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

  private start({ stamp, now, setup, before, trials, items }: BenchStart): void {
    const live = before.changes.length === 0 ? undefined : applyChanges(setup, before.changes);
    if (live && !live.ok) return this.tell({ kind: "failed" });
    this.bench = new Bench({ setup, items }, trials, now, live?.value.setup, before.renames);
    if (this.rates) this.bench.setRates(this.rates);
    this.stamp = stamp;
    this.before = before.number;
    this.trouble = false;
    this.all();
  }

  private stored(bench: Bench, { changes, stamp }: Extract<BenchTask, { kind: "stored" }>): void {
    if (stamp <= this.stamp) return;
    if (stamp !== this.stamp + 1 || bench.store(changes).length > 0) return this.tell({ kind: "behind" });
    this.stamp = stamp;
    this.trouble = false;
    this.all();
  }

  private all(): void {
    const { bench, typed, trouble, before, trial } = this;
    if (!bench) return;
    const open = trial === undefined ? undefined : bench.open(trial);
    // rows and workings in one message: the page draws them together
    this.tell({ kind: "rows", rows: bench.rows(), open, typed, trouble, before });
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
