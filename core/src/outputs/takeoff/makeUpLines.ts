import { entryOf } from '../../lookups/index.ts';
import type { Plan } from '../../plan/index.ts';
import type { RuleBook } from '../../rules/index.ts';
import type { MakeUp } from '../../wiring/index.ts';
import { countItems, each, type DraftLine } from './line.ts';

const connectorNames = {
  small: 'Wire connector, small (two or three 14, two 12)',
  middle: 'Wire connector, middle (four or five 14, three or four 12)',
  large: 'Wire connector, large',
  crimp: 'Crimp sleeve for grounds',
  green: 'Green grounding connector',
} as const;
const connectorSizes = ['small', 'middle', 'large', 'crimp', 'green'] as const;

/** Connectors and tails as the boxes are made up. Tails come off stripped ends, so that wire is not bought twice. */
export function makeUpLines(
  plan: Plan,
  makeup: Readonly<Record<string, MakeUp>>,
  rules: RuleBook,
): DraftLine[] {
  const boxes = Object.entries(makeup)
    .filter(([id]) => !entryOf(plan.boxes, id).existing)
    .map(([, m]) => m);
  const why =
    rules('makeup.devices') === 'pigtail'
      ? 'By the joints of each box, a tail to every device.'
      : 'By the joints of each box, devices fed through.';
  const tails = countItems(
    boxes.flatMap((m) => m.tails),
    ({ gauge, colour }) => ({ kind: 'tail', gauge, colour }),
  );
  return [
    ...connectorSizes.flatMap((size) =>
      each(
        { kind: 'wire-connector', size },
        connectorNames[size],
        boxes.reduce((sum, m) => sum + m.connectors[size], 0),
        why,
      ),
    ),
    ...tails.map(({ item, of }): DraftLine => ({
      item,
      name: `Tails, ${item.gauge} AWG ${item.colour}, ${of.reduce((sum, t) => sum + t.count, 0)} of them`,
      quantity: Math.ceil(of.reduce((sum, t) => sum + t.count * t.inches, 0)),
      unit: 'in',
      why: 'Cut from the stripped ends of the cable: nothing to buy.',
      isFree: true,
    })),
  ];
}
