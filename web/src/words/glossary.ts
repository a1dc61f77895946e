/** A word as it is used in every part of the app, and what it means there. */
export interface Meaning {
  readonly word: string;
  readonly means: string;
}

const words: Readonly<Record<string, string>> = {
  accept:
    'To let a finding stand as it is, with your reason. It is kept with the job and no longer counts as open.',
  archive: 'Where jobs are kept that are done: out of the way, and they open as before.',
  backing: 'Lumber between two studs that holds a box which hangs on no stud.',
  'band board': 'A board let into or across a wall, low down. Boxes go over it, by themselves.',
  'below grade':
    'Under the ground outside: a basement, finished or not. Receptacles there need ground-fault protection.',
  bench: 'Something one works at standing. Receptacles of its wall go over it.',
  box: 'What a device sits in. “Box 12” is the number on its mark.',
  chalk:
    'What is proposed and not yet kept: it may go elsewhere when something changes. Also the line to type on.',
  circuit: 'All that one breaker feeds.',
  closed:
    'A wall or ceiling with its finish on: nothing is drilled in it unless you open a strip of it or fish.',
  cut: 'A length to cut off a coil for one cable, with what is left at its ends.',
  'finished floor': 'The top of what one walks on. Heights are from there unless they say “subfloor”.',
  finding: 'Something that breaks the code, a house rule or good practice, or that is worth knowing.',
  fish: 'To pull cable through a closed wall or ceiling without opening it.',
  'home run': 'The cable from the panel to the first box of a circuit.',
  'house rule': 'How your company does it: heights, spacing, what is bought. A job may have its own.',
  keep: 'To have something stay as it is, whatever is proposed later. Kept is the same as pinned.',
  level: 'One storey, with what is over and under it.',
  'make-up': 'How the wires in one box are joined, and to which screws.',
  mark: 'Where a box goes: which stud, and how high its bottom is from the subfloor.',
  open: 'Of a finding: not put right and not accepted. Of a wall: its studs can be reached.',
  perimeter: 'The length of all walls of a room together.',
  plan: 'The house from above. The other drawing is the room unrolled.',
  propose: 'To have boxes, circuits or cable worked out. What is there or kept is left alone.',
  'room unrolled': 'The walls of one room side by side, as you see them turning to the right on the spot.',
  run: 'One cable from one box, or the panel, to the next.',
  spacing: 'How far along the wall it may be from anywhere to the next receptacle.',
  splice: 'Wires joined in a box of their own, with a cover that stays in reach.',
  stud: 'Numbered along its wall from the end the layout starts at.',
  subfloor: 'What the studs stand on, before any floor is laid.',
  takeoff: 'The list of all that is bought for the job.',
  'the crew': 'Those who nail, drill, pull and make up, each with the job on their phone.',
  tick: 'To say on the phone that one thing is done.',
  wall: 'Has a letter in each room: A is the first that was walked.',
};

/** All of them, in the order of the alphabet. */
export const glossary: readonly Meaning[] = Object.entries(words)
  .map(([word, means]) => ({ word, means }))
  .sort((a, b) => a.word.replace(/^the /, '').localeCompare(b.word.replace(/^the /, ''), 'en'));

/** Those in which what was typed is found. */
export const meaningsOf = (typed: string): Meaning[] => {
  const text = typed.trim().toLowerCase();
  return glossary.filter(({ word, means }) => `${word} ${means}`.toLowerCase().includes(text));
};
