import type { Patch } from '../plan/patches.ts';
import { isCollection, type CollectionName, type Plan } from '../plan/index.ts';
import type { Problem } from '../plan/problems.ts';
import { isRuleId, ruleCatalogue } from '../rules/index.ts';
import { formatLength } from '../units/index.ts';
import { namesOf, sentence } from './names.ts';

/** A problem as a person hears it: what it is about by its name on site, never by id, and what is wrong with it. */
export interface ToldProblem {
  readonly about: string;
  readonly says: string;
}

/** What one thing of a collection is called while it is not yet in the plan, or is nothing people name. */
const unnamed: Readonly<Record<CollectionName, string>> = {
  levels: 'the level',
  points: 'the corner',
  walls: 'the wall',
  openings: 'the opening',
  members: 'the stud',
  obstacles: 'the thing in the wall',
  rooms: 'the room',
  fixtures: 'the fixture',
  boxes: 'the box',
  devices: 'the device',
  controls: 'what the switch works',
  panels: 'the panel',
  circuits: 'the circuit',
  runs: 'the cable',
  accepted: 'the finding accepted',
  models: 'the box model',
  stock: 'the stock',
  coils: 'the coil',
  sheetSets: 'the set of sheets',
  schedule: 'the stage',
  options: 'the option',
  crew: 'the person',
  actuals: 'what it took',
};

/** Fields by the words of the screen, where they are not the field's own name. */
const fieldWords: Readonly<Record<string, string>> = {
  at: 'place along the wall',
  x: 'place',
  y: 'place',
  z: 'height',
  va: 'volt-amperes',
  amps: 'breaker',
  gauge: 'wire',
  from: 'start',
  to: 'end',
  endsAt: 'open end',
  fromWall: 'distance from the walls',
  fromLeft: 'distance from the left corner',
  high: 'upper side',
  low: 'lower side',
};

/** `floorFinish` as it is said: floor finish. */
const spoken = (field: string): string =>
  fieldWords[field] ?? field.replaceAll(/([a-z])([A-Z])/g, '$1 $2').toLowerCase();

/** A named edit as it is said: `undo moveBox` is “undo move box”. */
export const editWords = (name: string): string => name.replaceAll(/([a-z])([A-Z])/g, '$1 $2').toLowerCase();

function thingWords(collection: CollectionName, id: string, plan: Plan): string {
  if (!Object.hasOwn(plan[collection], id)) return unnamed[collection];
  const names = namesOf(plan);
  switch (collection) {
    case 'walls':
      return names.wall(id);
    case 'openings':
      return names.opening(id);
    case 'rooms':
      return names.room(id);
    case 'fixtures':
      return names.fixture(id);
    case 'boxes':
      return names.box(id);
    case 'devices':
      return names.device(id);
    case 'panels':
      return names.panel(id);
    case 'circuits':
      return `circuit ${names.circuit(id)}`;
    case 'runs':
      return names.run(id);
    case 'levels':
      return plan.levels[id]?.name ?? unnamed.levels;
    default:
      return unnamed[collection];
  }
}

/** Parts of an address that nobody says: the place of an item in a list, and what a thing is on. */
const unsaid = /^(\d*|on)$/;

/** The rule an address under the rules’ values leads to; most ids have a dot of their own. */
const ruleOf = (rest: readonly string[]) => [rest.slice(0, 2).join('.'), rest[0] ?? ''].find(isRuleId);

/** A problem of an edit, told to the one who made it. A path into the document is the address of a field: collection, entry, field. */
export function toldProblem({ path, message }: Problem, plan: Plan): ToldProblem {
  const [first = '', id, ...rest] = path.split('.');
  const rule = first === 'rules' && id === 'values' ? ruleOf(rest) : undefined;
  if (rule) return { about: ruleCatalogue[rule].title, says: message };
  const isThing = isCollection(first) && id !== undefined;
  const fields = (isThing ? rest : path.split('.')).filter((f) => !unsaid.test(f));
  const words = [...(isThing ? [thingWords(first, id, plan)] : []), ...fields.map(spoken)];
  // Rules have titles for people; the list of their ids is for files.
  const says = path === 'rule' ? 'must be one of the rules of the job' : message;
  return { about: sentence([...new Set(words)].join(', ') || 'this'), says };
}

/** The wall a thing that is not in the plan was meant for, by its own entry. */
function wallOf(value: unknown, plan: Plan): string {
  const entry = value as { on?: { wall?: string; at?: number }; wall?: string; at?: number } | undefined;
  const on = entry?.on ?? entry;
  if (on?.wall === undefined || !Object.hasOwn(plan.walls, on.wall)) return '';
  const along = on.at === undefined ? '' : `, ${formatLength(on.at)} along`;
  return ` for ${namesOf(plan).wall(on.wall)}${along}`;
}

/** What a patch is about: a thing of the plan by its name, or one that is not there by where it was meant to be. */
function patchAbout({ path, value }: Patch, plan: Plan): { readonly words: string; readonly says: number } {
  const [collection = '', id] = path.map(String);
  if (!isCollection(collection) || id === undefined)
    return { words: toldProblem({ path: path.join('.'), message: '' }, plan).about, says: 2 };
  if (Object.hasOwn(plan[collection], id)) return { words: thingWords(collection, id, plan), says: 2 };
  const where = wallOf(value, plan);
  return { words: `${thingWords(collection, id, plan)}${where}`, says: where === '' ? 0 : 1 };
}

/** What a change is about, as a person calls it, by the patch that says most. Empty for one that changes nothing. */
export function changeAbout(patches: readonly Patch[], plan: Plan): string {
  const [best] = patches.map((p) => patchAbout(p, plan)).sort((a, b) => b.says - a.says);
  return best ? sentence(best.words) : '';
}
