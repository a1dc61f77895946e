import { type Figure, planFigure } from '@fieldchalk/core/figures';
import {
  atPricesOf,
  changeOf,
  changeOrderOf,
  circuitTerms,
  circuitTrials,
  compareVersions,
  Computer,
  type EditArgs,
  type Edited,
  type EditName,
  makeEdit,
  must,
  offerOf,
  orderProof,
  type OrderProof,
  type Patch,
  patched,
  type Plan,
  type ProposalProgress,
  proposed,
  readPlan,
  scopeLines,
  linesOf,
  takeOff,
  takeoffBy,
  type TakeoffGroup,
  type TakeoffOrder,
  takeoffSources,
  type Thing,
  unrolledRooms,
  type Version,
  type WayOffered,
  waysOffered,
  whyOnCircuit,
  withOptions,
} from '@fieldchalk/core';
import type { Answer, AnswerChange, Begun, Compared, Offered, Stored, Trial } from './answer.ts';

type Told = (progress: ProposalProgress) => void;

/** So long work goes on before anybody is told, and between one word and the next, in milliseconds. */
const tellEvery = 150;

function nowAndThen(told: Told): Told {
  let last = performance.now();
  return (progress) => {
    const now = performance.now();
    if (now - last < tellEvery) return;
    last = now;
    told(progress);
  };
}

/** A version as it is kept: read, with the options taken that were taken with it. */
function planStored({ plan, taken }: Stored): Plan {
  const read = readPlan(plan);
  if (read.ok) return withOptions(read.plan, taken).plan;
  throw new Error(`This version cannot be read any more: ${read.problems[0]?.message ?? ''}`);
}

/** Everything the worker does, with one kept computer. */
export class JobComputer {
  private readonly computer = new Computer();
  private plan: Plan | null = null;
  private sent: Answer | null = null;
  private number = 0;

  private answer(of: Plan): AnswerChange {
    const result = this.computer.compute(of);
    const next: Answer = { result, rooms: unrolledRooms(this.computer.house) };
    const change = changeOf(this.sent, next);
    this.sent = next;
    return { number: ++this.number, change };
  }

  /** What of a whole plan can be drawn before its cable is laid. Nothing is taken yet. */
  begin(next: Plan): Begun {
    return { placed: this.computer.placed(next), rooms: unrolledRooms(this.computer.house) };
  }
  /** Takes a whole plan. What it has in common with the one before is not computed again. */
  load(next: Plan): AnswerChange {
    this.plan = next;
    return this.answer(next);
  }
  /** Follows an edit; parts it left alone keep their identity, so only what changed is computed. */
  follow(patches: readonly Patch[]): AnswerChange {
    return this.load(patched(this.held(), patches));
  }
  /** Tries a named edit on the plan held here: the patches it would make, and what is wrong with it where it is refused. Nothing is taken or computed. */
  tryOut<N extends EditName>(name: N, args: EditArgs<N>): Edited {
    return makeEdit(this.held(), name, args);
  }
  /** What an edit would give, without taking it. */
  preview(patches: readonly Patch[]): AnswerChange {
    return this.answer(patched(this.held(), patches));
  }
  /** Lays out what is missing, as patches to the plan held here; nothing is taken yet. `told` hears now and then how far it is. */
  propose(args: EditArgs<'propose'>, told: Told = () => undefined): Edited {
    return proposed(this.held(), args, { computer: this.computer, told: nowAndThen(told) });
  }
  /** Circuits shared out anew in several ways, each with what it comes to and the patches that would take it. */
  trials(told: Told = () => undefined): Trial[] {
    const now = nowAndThen(told);
    const own = circuitTrials.map((trial, i): Trial | null => {
      now({ doing: 'circuits', done: i, of: circuitTrials.length });
      const args = { only: ['circuits'] as const, anew: true, trial: { ...trial.values } };
      const done = this.propose(args);
      if (!done.ok) return null;
      const terms = circuitTerms(this.computer.take(done.plan));
      return { name: trial.name, says: trial.says, terms, args, patches: done.change.patches };
    });
    return own.filter((t) => t !== null);
  }
  /** The list by rooms, circuits or stages. */
  listBy(by: TakeoffOrder): TakeoffGroup[] {
    const { house } = this.computer;
    return takeoffBy(house, takeOff(house).lines, by);
  }
  /** Lines of the list that a thing is part of, by their items. */
  linesOf(asked: Thing): string[] {
    const { house } = this.computer;
    return linesOf(
      house,
      takeOff(house).lines.map((l) => l.item),
      asked,
    );
  }
  /** What a line of the list comes from, by its item. */
  sourcesOf(item: string): Thing[] {
    return takeoffSources(this.computer.house, item);
  }
  /** The ways a cable may go, side by side; none for one that is gone. */
  waysOffered(run: string): WayOffered[] {
    const plan = this.held();
    return plan.runs[run] ? waysOffered(plan, run, this.computer) : [];
  }
  /** How good the order of a circuit's boxes is; null where that cannot be said. */
  orderProof(circuit: string): OrderProof | null {
    const plan = this.held();
    return plan.circuits[circuit] ? orderProof(this.computer.take(plan), circuit) : null;
  }
  whyOnCircuit(device: string): string[] {
    const { plan, framing, rooms, rules } = this.computer.take(this.held());
    return plan.devices[device] ? whyOnCircuit(device, plan, framing, rooms, rules) : [];
  }

  /** What a job is offered for, and what it changes of what was agreed, if anything was. */
  offer(plan: Plan, taken: readonly string[], agreed: Stored | null): Offered {
    const compute = (of: Plan) => this.computer.compute(of);
    const offer = offerOf(plan, compute, taken);
    const chosen = offer.options.filter((o) => o.isTaken && o.cents !== null).map((o) => o.id);
    const now = withOptions(plan, chosen).plan;
    const order =
      agreed && changeOrderOf({ plan: planStored(agreed), cents: agreed.cents ?? 0 }, now, compute);
    return { offer, order, scope: scopeLines(plan) };
  }
  /** Two versions of a job beside each other, each level drawn as it was and as it is where it is otherwise. */
  compare(before: Stored, after: Stored, samePrices: boolean): Compared {
    const [was, is] = [planStored(before), planStored(after)];
    const versionOf = (plan: Plan): Version => ({ plan, result: this.computer.compute(plan) });
    const earlier = versionOf(samePrices ? atPricesOf(was, is) : was);
    const later = versionOf(is);
    const comparison = compareVersions(earlier, later);
    const drawn = (version: Version, ids: readonly string[], level: string): Figure | null =>
      version.plan.levels[level] && Object.values(version.plan.rooms).some((r) => r.level === level)
        ? planFigure(version.plan, version.result, {
            ...{ level, shown: 'runs', pane: { width: 720, height: 620 }, unitsAnInch: 108 },
            changed: new Set(ids),
          })
        : null;
    const levels = { ...earlier.plan.levels, ...later.plan.levels };
    return {
      comparison,
      levels: Object.entries(levels)
        .sort(([, a], [, b]) => a.elevation - b.elevation)
        .map(([id, { name }]) => ({
          name: name || id,
          before: drawn(earlier, comparison.gone, id),
          after: drawn(later, comparison.changed, id),
        })),
    };
  }

  private held(): Plan {
    return must(this.plan, 'the plan');
  }
}
