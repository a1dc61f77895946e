import { devicesIn } from '../boxes/index.ts';
import type { Plan } from '../plan/index.ts';
import { ruleBook } from '../rules/index.ts';
import { countWords, formatLength } from '../units/index.ts';
import { netId, type GroundJoint, type Joint } from '../wiring/index.ts';
import { netWords } from './drawing/makeup.ts';
import type { MadeUp } from './makeup.ts';

/** How a box is made up, in words: its cables from the left, then step by step in the order of the work. */
export interface MakeUpWords {
  readonly cables: string;
  readonly steps: readonly { readonly key: string; readonly says: string }[];
  /** What is written beside steps that a rule would forbid; empty where there is none. */
  readonly caution: string;
}

const capital = (words: string) => `${words.charAt(0).toUpperCase()}${words.slice(1)}`;

/** By which slot a cable comes in, where the box has a top and a bottom. */
function slotWords(made: MadeUp, run: string): string {
  const entry = made.entries.find((e) => e.run === run);
  if (!entry) return '';
  return entry.slot === null ? ', no slot left' : `, ${entry.side} ${entry.slot}`;
}

function groundWords(g: GroundJoint, isTwisted: boolean): string {
  const how = {
    connector: `one ${g.connector} connector, ${isTwisted ? 'twisted with pliers first' : 'the connector twists them'}`,
    crimp: 'one crimp sleeve',
    green: `a green connector${g.connector ? `, ${g.connector}` : ''}`,
    screw: 'to the device’s green screw',
  }[g.method];
  const tails = g.tails ? ` and ${countWords(g.tails, 'tail')} of ${g.gauge} AWG` : '';
  const bond = g.bonded ? '; one tail to the box’s ground screw' : '';
  return `Grounds: ${g.cables} bare${tails}; ${how}${bond}. Folded to the back.`;
}

function jointWords(j: Joint, made: MadeUp, plan: Plan, placeOf: (device: string) => number): string {
  const slots = (colour: string, remarked: boolean) =>
    j.conductors
      .filter((c) => c.colour === colour && c.remarked === remarked)
      .map((c) => made.cables.findIndex((k) => k.run === c.run) + 1)
      .sort((a, b) => a - b);
  const wires = (['black', 'red', 'white'] as const).flatMap((colour) =>
    [false, true].flatMap((remarked) => {
      const from = slots(colour, remarked);
      if (from.length === 0) return [];
      return [
        `${colour}${remarked ? ', re-marked,' : ''} of ${from.length > 1 ? 'slots' : 'slot'} ${from.join(', ')}`,
      ];
    }),
  );
  const ends = j.terminals.map((t) => `${t.name} of device ${placeOf(t.device)}`).join(', ');
  const tails =
    j.tails > 0 ? `; ${countWords(j.tails, 'tail')} of ${j.gauge} AWG to ${ends}` : ends ? ` to ${ends}` : '';
  const how = {
    connector: `${j.connector} connector`,
    through: 'both screws, fed through',
    screw: 'straight on the screw',
    jumper: 'a jumper',
    panel: '',
    cap: 'capped',
  }[j.method];
  const side = j.side ? `, ${j.side} side` : '';
  return `${capital(netWords(j.net, plan))}${side}: ${wires.join(' and ') || 'no cable'}${tails}: ${how}.`;
}

/** The make-up of one box in words. */
export function makeUpWords(plan: Plan, box: string, made: MadeUp): MakeUpWords {
  const rules = ruleBook(plan.rules.values);
  const held = devicesIn(plan, box);
  const placeOf = (device: string) => (held.find(([id]) => id === device)?.[1].slot ?? 0) + 1;
  const joints = made.joints.map((j) => ({
    key: `${j.circuit} ${netId(j.net)} ${j.side}`,
    says: jointWords(j, made, plan, placeOf),
  }));
  const grounds = made.grounds
    ? [{ key: 'grounds', says: groundWords(made.grounds, rules('makeup.twist') === 'pliers') }]
    : [];
  const joined = rules('makeup.groundsWhen') === 'first' ? [...grounds, ...joints] : [...joints, ...grounds];
  const tails = made.tails.map((t) => `${t.count} ${t.colour}, ${t.gauge} AWG, ${formatLength(t.inches)}`);
  return {
    cables: made.cables
      .map(
        (c, i) =>
          `${i + 1}: ${c.cable}${c.there ? ', there already' : c.feed ? ', feed' : ''}${slotWords(made, c.run)}`,
      )
      .join(' · '),
    steps: [
      {
        key: 'sheath',
        says: `Sheath 1/4 in. or more inside; strip ${formatLength(made.stripInches)}, or as the device’s own gauge says. No bare copper showing.`,
      },
      ...joined,
      ...(tails.length > 0
        ? [{ key: 'tails', says: `Tails: ${tails.join('; ')}; cut from the stripped ends.` }]
        : []),
      {
        key: 'cap',
        says: `Before the power is on: cap the ${made.capped} ends that are left, and push them 1/4 in. or more behind the face.`,
      },
    ],
    caution: made.grounds?.thin
      ? '14 AWG ground tails on a 20 A circuit: NEC 250.122 asks for 12 (from memory). A local rule may allow it.'
      : '',
  };
}
