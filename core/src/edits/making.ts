import { z } from 'zod';
import { namesOf } from '../outputs/names.ts';
import { applyEdit } from '../plan/gate.ts';
import type { Edited } from '../plan/patches.ts';
import type { CollectionName, Plan } from '../plan/index.ts';
import type { EditArgs, EditName, EditStep } from './names.ts';
import type { Verb } from './verb.ts';

/** What the things that arguments name are entries of. */
const collectionOf: Readonly<Record<string, CollectionName>> = {
  opening: 'openings',
  obstacle: 'obstacles',
  fixture: 'fixtures',
  level: 'levels',
  room: 'rooms',
  wall: 'walls',
  walls: 'walls',
  box: 'boxes',
  device: 'devices',
  panel: 'panels',
  circuit: 'circuits',
};

/** Where in the plan a change would go that an argument asks for, so that a person is told of the thing and not of the argument. */
function addressOf(path: readonly PropertyKey[], args: unknown): PropertyKey[] {
  const [head, ...rest] = path;
  if (head !== 'changes' && head !== 'joists' && head !== 'on') return [...path];
  const within = head === 'changes' ? rest : [head, ...rest];
  for (const [name, named] of Object.entries(args as object)) {
    const collection = collectionOf[name];
    const id: unknown = Array.isArray(named) ? named[0] : named;
    if (collection && typeof id === 'string') return [collection, id, ...within];
  }
  return ['service', ...within];
}

/** Ways to make named edits. */
export interface Making {
  /** Makes a named edit through the gate; a refusal names the plan’s things as people on site do. */
  readonly makeEdit: <N extends EditName>(plan: Plan, name: N, args: EditArgs<N>) => Edited;
  /** Makes several edits as one change, so that one undo takes the gesture back. Refused as a whole where one of them is. */
  readonly makeEdits: (plan: Plan, name: string, steps: readonly EditStep[]) => Edited;
  /** The recipe of a named edit. Arguments that do not fit it are refused by what they would change, or by their names. */
  readonly recipeOf: <N extends EditName>(name: N, args: EditArgs<N>) => (draft: Plan) => void;
}

/** Makes edits by some of the verbs; to ask for another is a mistake of the program. */
export function makingBy(verbs: Readonly<Partial<Record<EditName, unknown>>>): Making {
  const recipeOf: Making['recipeOf'] = (name, args) => {
    const { args: schema, make } = verbs[name] as Verb;
    return (draft) => {
      const read = schema.safeParse(args, { reportInput: true });
      if (!read.success)
        throw new z.ZodError(read.error.issues.map((i) => ({ ...i, path: addressOf(i.path, args) })));
      make(draft, args);
    };
  };
  return {
    recipeOf,
    makeEdit: (plan, name, args) => applyEdit(plan, name, recipeOf(name, args), { names: namesOf }),
    makeEdits: (plan, name, steps) => {
      const all = (draft: Plan) => {
        for (const step of steps) recipeOf(step.name, step.args)(draft);
      };
      return applyEdit(plan, name, all, { names: namesOf });
    },
  };
}
