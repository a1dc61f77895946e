import { Computer, compute } from '../src/compute/index.ts';
import { makeEdit } from '../src/edits/index.ts';
import { changeOrderOf, offerOf, withOptions } from '../src/offers/index.ts';
import { otherwiseOf } from '../src/plan/otherwise.ts';
import type { Plan } from '../src/plan/index.ts';
import { edited } from '../testing/index.ts';
import type { Figure } from './edits.bench.ts';
import { fastestMs } from './timing.ts';
import { connectedHouse, wired } from './wired.ts';

/** So many options are offered: circuits at 20 A, heavier cable with them. */
const most = 8;

/** A wired house with options. */
function withOffers(house: Plan): Plan {
  const circuits = Object.keys(house.circuits).filter((c) => house.circuits[c]!.amps === 15);
  return circuits.slice(0, most).reduce((plan, circuit) => {
    const done = makeEdit(plan, 'setCircuit', { circuit, changes: { amps: 20, gauge: 12 } });
    if (!done.ok) throw new Error(`20 A was refused for ${circuit}`);
    return edited(plan, 'addOption', { name: circuit, changes: otherwiseOf(done.change.patches) });
  }, house);
}

/** What the page of a proposal waits for, each from a plan nothing is worked out of; a share of a full compute. */
export function figures(): Figure[] {
  return [8, 30].flatMap((rooms): Figure[] => {
    const plan = withOffers(wired(connectedHouse(rooms)));
    const options = Object.keys(plan.options);
    const later = withOptions(plan, options.slice(0, 2)).plan;
    const of = 'full compute';
    const full = fastestMs(1, 3, () => compute(plan));
    const offered = fastestMs(1, 3, () => {
      const computer = new Computer();
      offerOf(plan, (p) => computer.compute(p), options.slice(0, 2));
    });
    const ordered = fastestMs(1, 3, () => {
      const computer = new Computer();
      changeOrderOf({ plan, cents: 1_000_000 }, later, (p) => computer.compute(p));
    });
    return [
      { id: `offer.${options.length} options ${rooms}`, ratio: offered / full, of },
      { id: `offer.change order ${rooms}`, ratio: ordered / full, of },
    ];
  });
}

export const bench = (): string[] =>
  figures().map(({ id, ratio, of }) => `${id.padEnd(24)} ${ratio.toFixed(3).padStart(10)} × ${of}`);
