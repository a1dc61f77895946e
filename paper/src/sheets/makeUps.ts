import { boxNumber, compareIds, devicesIn, drawMakeUp, entryOf, makeUpWords } from '@fieldchalk/core';
import { makeUpFigure } from '@fieldchalk/core/figures';
import { text, type GridItem } from '../layout/blocks.ts';
import { type MadeSheet, type SheetJob, sheetOf } from './job.ts';

/** How every box with cable is made up, room by room, wall by wall. */
export function makeUpSheets(job: SheetJob): MadeSheet[] {
  const { plan, result, names } = job;
  const labels = new Map(result.labels.map((l) => [`${l.run} ${l.end}`, l.text]));
  const boxes = Object.keys(result.makeup).sort(
    (a, b) => compareIds(placeOf(names.box(a)), placeOf(names.box(b))) || compareIds(a, b),
  );
  if (boxes.length === 0) return [];
  const items = boxes.map((box): GridItem => {
    const made = entryOf(result.makeup, box);
    const title = names.box(box).replace(/^box/, 'Box');
    const drawing = drawMakeUp(
      devicesIn(plan, box),
      plan,
      made,
      (run) => labels.get(`${run} ${box}`) ?? 'there already',
    );
    const { cables, steps, caution } = makeUpWords(plan, box, made);
    const fill = result.boxes[box];
    return {
      title,
      figure: makeUpFigure(drawing, `How box ${boxNumber(box)} is made up`),
      scale: 0.66,
      words: [
        `Cables from the left: ${cables}.`,
        ...steps.map((s, i) => `${i + 1}. ${s.says}`),
        ...(caution ? [caution] : []),
        ...(fill && fill.volume > 0 ? [`${fill.used} of ${fill.volume} in³ used.`] : []),
      ],
    };
  });
  return [
    sheetOf(job, 'makeup', 'Make-up sheets', [
      text(
        'Letters: B black, W white, R red, G bare; * re-marked as hot. Breaker off and locked, tested dead, before a live box is opened.',
      ),
      { kind: 'grid', columns: job.size.width > job.size.height ? 2 : 1, items },
    ]),
  ];
}

/** Of a box's name the room and the wall. */
const placeOf = (name: string) => name.replace(/^box \S+, /, '');
