import { compileItem, type CompiledItem } from "../parcels/compiled-item";
import { preselected } from "../quote/charge-basis";
import { compileSetup, type CompiledSetup } from "../quote/compiled-setup";
import type { Quote } from "../quote/quote";
import { quote, type QuoteContext } from "../quote/quote-order";
import type { LiveRates } from "../services/live-rate";
import { applyChanges } from "../setup/change";
import type { Change } from "../setup/inverse";
import { applyItemChanges, isItemChange } from "../setup/item-change";
import type { Item } from "../setup/item";
import type { Parsed } from "../setup/parse-setup";
import type { Problem } from "../setup/problem";
import { inverseRenames, renamed, type CodeRenaming } from "../setup/renames";
import { renamedItem } from "../setup/renamed-item";
import type { Setup } from "../setup/setup";
import { compareQuotes, type OfferPair } from "./compare-quotes";
import type { Exploration } from "./exploration";
import { explore, type ExploredPoint } from "./explore";
import { judge, type Verdict } from "./judge";
import { renameInTrial } from "./rename-in-trial";
import { nearestEdges, type NearestEdge } from "./nearest-edges";
import type { Trial } from "./trial";

/** A setup with the items that trials name. */
export interface BenchGround {
  readonly setup: Setup;
  readonly items: readonly Item[];
}

/** A trial before and after, or what keeps it from being quoted. */
export type TrialRow =
  | {
      readonly id: string;
      readonly currency: string;
      readonly includesTax: boolean;
      readonly offers: readonly OfferPair[];
      /** The offer the channel chooses beforehand, afterwards and before. */
      readonly chosen: string | undefined;
      readonly chosenBefore: string | undefined;
      readonly verdicts: readonly Verdict[];
    }
  | { readonly id: string; readonly problems: readonly Problem[] };

/** A trial with its workings on both sides; `before` is absent where it could not be quoted. */
export interface OpenTrial {
  readonly id: string;
  readonly before?: Quote;
  readonly after: Quote;
}

/**
 * The bench: trials under two setups, a revision and the draft with what is being typed. Items name what the revision calls
 * things, trials what the draft calls them; `renames` lead from the one to the other. Compiles each setup once, and quotes
 * only what changed could have changed.
 */
export class Bench {
  private stored: Side;
  private typed: Side | undefined;
  private past: Side;
  private known: Known;
  private readonly pastQuotes = new Map<string, Parsed<Quote>>();

  constructor(
    ground: BenchGround,
    private trials: readonly Trial[],
    now: string,
    before: Setup = ground.setup,
    private readonly renames: readonly CodeRenaming[] = [],
  ) {
    this.known = { now };
    this.stored = new Side(this.ofDraft(ground));
    this.past = before === ground.setup ? this.stored : new Side({ setup: before, items: ground.items });
  }

  get ground(): BenchGround {
    return this.stored.ground;
  }

  /** Other trials, with the items they name. */
  setTrials(trials: readonly Trial[], items: readonly Item[]): void {
    this.trials = trials;
    this.past = new Side({ ...this.past.ground, items });
    this.stored = new Side(this.ofDraft({ ...this.stored.ground, items }));
    this.typed = undefined;
    this.pastQuotes.clear();
  }

  /** What carriers' systems have said of the trials' shipments: both sides are quoted with it. */
  setRates(liveRates: LiveRates): void {
    this.known = { ...this.known, liveRates };
    this.pastQuotes.clear();
  }

  /** Takes over changes that were stored; what they do not fit comes back, and nothing is changed. */
  store(changes: readonly Change[]): readonly Problem[] {
    const next = this.stored.changed(changes);
    this.typed = undefined;
    if (!next.ok) return next.problems;
    this.stored = next.value;
    return [];
  }

  /** Takes what is being typed as if it were stored; what is wrong with it comes back, and the last figures stay. */
  type(changes: readonly Change[]): readonly Problem[] {
    if (changes.length === 0) {
      this.typed = undefined;
      return [];
    }
    const next = this.stored.changed(changes);
    if (!next.ok) return next.problems;
    if (!next.value.compiled.ok) return next.value.compiled.problems;
    this.typed = next.value;
    return [];
  }

  rows(): TrialRow[] {
    return this.trials.map((trial) => this.row(trial));
  }

  /** A trial with both workings; `undefined` for one that is not there or can't be quoted. */
  open(id: string): OpenTrial | undefined {
    const trial = this.trials.find((one) => one.id === id);
    const after = trial && this.present.quote(this.asked(trial, true), this.known);
    if (!trial || !after?.ok) return undefined;
    const before = this.past.quote(this.asked(this.asRevision(trial), true), this.known);
    return { id, after: after.value, ...(before.ok ? { before: before.value } : {}) };
  }

  edges(id: string, offer: string): NearestEdge[] {
    const trial = this.trials.find((one) => one.id === id);
    const { compiled } = this.present;
    if (!trial || !compiled.ok || !compiled.value.offerCodes.has(offer)) return [];
    return nearestEdges(compiled.value, trial.request, this.present.context(this.known), offer);
  }

  explore(exploration: Exploration): ExploredPoint[][] {
    const { compiled } = this.present;
    return compiled.ok ? explore(compiled.value, exploration, this.known) : [];
  }

  private get present(): Side {
    return this.typed ?? this.stored;
  }

  private asked({ request }: Trial, working: boolean): Trial["request"] {
    return { ...request, working };
  }

  private ofDraft({ setup, items }: BenchGround): BenchGround {
    if (this.renames.length === 0) return { setup, items };
    return {
      setup,
      items: items.map((item) => renamedItem(item, (list, code) => renamed(this.renames, list, code))),
    };
  }

  /** A trial as the revision would name what it names. */
  private asRevision(trial: Trial): Trial {
    return inverseRenames(this.renames).reduce(
      (named, { list, from, to }) => renameInTrial(named, list, from, to),
      trial,
    );
  }

  private row(trial: Trial): TrialRow {
    const after = this.present.quote(this.asked(trial, false), this.known);
    if (!after.ok) return { id: trial.id, problems: after.problems };
    const before = this.pastQuote(trial);
    const channel = this.present.channel(trial);
    const channelBefore = this.past.channel(this.asRevision(trial));
    return {
      id: trial.id,
      currency: after.value.currency,
      includesTax: channel?.pricesIncludeTax === true,
      offers: compareQuotes(before.ok ? { quote: before.value, channel: channelBefore } : undefined, {
        quote: after.value,
        channel,
      }),
      chosen: preselected(channel, after.value.offers)?.offer,
      chosenBefore: before.ok ? preselected(channelBefore, before.value.offers)?.offer : undefined,
      verdicts: judge(trial.expects, after.value, channel),
    };
  }

  private pastQuote(trial: Trial): Parsed<Quote> {
    const known = this.pastQuotes.get(trial.id);
    if (known) return known;
    const fresh = this.past.quote(this.asked(this.asRevision(trial), false), this.known);
    this.pastQuotes.set(trial.id, fresh);
    return fresh;
  }
}

/** What both sides are quoted with beside their setups. */
type Known = Pick<QuoteContext, "now" | "liveRates">;

/** A ground that is compiled. */
class Side {
  readonly compiled: Parsed<CompiledSetup>;
  private readonly items: ReadonlyMap<string, CompiledItem>;

  constructor(readonly ground: BenchGround) {
    const compiled = compileSetup(ground.setup);
    this.compiled = compiled;
    this.items = new Map(
      compiled.ok
        ? ground.items.map((item) => [item.sku, compileItem(item, compiled.value.defaultWeights)])
        : [],
    );
  }

  channel({ request }: Trial) {
    return this.compiled.ok ? this.compiled.value.channels.get(request.channel) : undefined;
  }

  context(known: Known): QuoteContext {
    return { ...known, items: (sku) => this.items.get(sku) };
  }

  quote(request: Trial["request"], known: Known): Parsed<Quote> {
    return this.compiled.ok ? quote(this.compiled.value, request, this.context(known)) : this.compiled;
  }

  /** The ground with changes; those of items no trial names are left out. */
  changed(changes: readonly Change[]): Parsed<Side> {
    const setup = applyChanges(
      this.ground.setup,
      changes.filter((change) => !isItemChange(change)),
    );
    if (!setup.ok) return setup;
    const own = changes.filter((change) => isItemChange(change) && this.names(change));
    const items = applyItemChanges(this.ground.items, own, setup.value.setup);
    if (!items.ok) return items;
    const written = new Map(items.value.written.map((item) => [item.sku, item]));
    const removed = new Set(items.value.removed);
    return {
      ok: true,
      value: new Side({
        setup: setup.value.setup,
        items: this.ground.items.flatMap((item) =>
          removed.has(item.sku) ? [] : [written.get(item.sku) ?? item],
        ),
      }),
    };
  }

  private names({ path }: Change): boolean {
    return this.ground.items.some(({ sku }) => path.startsWith(`items/${encodeURIComponent(sku)}`));
  }
}
