import { entryOf, isOpen, type Plan, type RulesFile } from '@fieldchalk/core';
import { makeEdit } from '@fieldchalk/core/window';
import { tallyOf, type Tally } from '../stores/tally.ts';
import { AnswersReceived, type Answer } from '../worker/answer.ts';
import { startCompute } from '../worker/client.ts';

/** What a change of rules would do to a job: the tally before and after, boxes that would stand elsewhere, findings that come and go. */
export interface Effect {
  readonly before: Tally;
  readonly after: Tally;
  readonly movedBoxes: number;
  readonly come: readonly string[];
  readonly gone: readonly string[];
}

/** Works out effects in a worker of its own, on one job's plan. */
export class WhatIf {
  private readonly worker = startCompute();
  private readonly received = new AnswersReceived();
  private before: Answer | null = null;

  constructor(private readonly plan: Plan) {}

  /** The effect of a whole set of rules; null when the set is not valid for the plan. */
  async effectOf({ values, reasons }: Pick<RulesFile, 'values' | 'reasons'>): Promise<Effect | null> {
    this.before ??= this.received.take(await this.worker.compute.load(this.plan));
    const done = makeEdit(this.plan, 'setRules', { values, reasons });
    if (!done.ok) return null;
    const after = this.received.take(await this.worker.compute.preview(done.change.patches)).result;
    const before = this.before.result;
    const said = (r: typeof after) => new Set(r.findings.filter(isOpen).map((f) => f.says));
    const [was, is] = [said(before), said(after)];
    const moved = Object.keys(before.marks).filter(
      (id) =>
        entryOf(before.marks, id).at !== after.marks[id]?.at ||
        entryOf(before.marks, id).bottomFromSubfloor !== after.marks[id]?.bottomFromSubfloor,
    );
    return {
      before: tallyOf(before),
      after: tallyOf(after),
      movedBoxes: moved.length,
      come: [...is].filter((s) => !was.has(s)),
      gone: [...was].filter((s) => !is.has(s)),
    };
  }

  stop(): void {
    this.worker.stop();
  }
}

const labels: Record<keyof Tally, string> = {
  boxes: 'boxes',
  feet: 'ft of cable',
  holes: 'holes',
  hours: 'hours',
  cents: 'material',
  unpriced: 'lines without a price',
  open: 'open findings',
};

const shown = (figure: keyof Tally, value: number): string =>
  figure === 'cents' ? `$${(value / 100).toFixed(2)}` : String(value);

/** The effect in words, one line each; a single line when nothing changes. */
export function effectWords(effect: Effect): string[] {
  const figures = (Object.keys(labels) as (keyof Tally)[])
    .filter((k) => effect.before[k] !== effect.after[k])
    .map((k) => `${labels[k]}: ${shown(k, effect.before[k])} → ${shown(k, effect.after[k])}`);
  const moved = effect.movedBoxes > 0 ? [`${effect.movedBoxes} boxes get another mark`] : [];
  const lines = [
    ...figures,
    ...moved,
    ...effect.come.map((s) => `new: ${s}`),
    ...effect.gone.map((s) => `settled: ${s}`),
  ];
  return lines.length > 0 ? lines : ['Nothing in this job changes.'];
}
