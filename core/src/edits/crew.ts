import { z } from 'zod';
import { EditRefused } from '../plan/gate.ts';
import { nextId } from '../plan/ids.ts';
import { crewPersonSchema, entrySchemas, type Plan } from '../plan/index.ts';
import { need } from './need.ts';
import { change, changesOf, id, verb } from './verb.ts';

/** People are told apart by their names. */
function checkName(draft: Plan, name: string, own: string | null): void {
  const same = (other: string) => other.trim().toLowerCase() === name.trim().toLowerCase();
  if (Object.entries(draft.crew).some(([other, p]) => other !== own && same(p.name)))
    throw new EditRefused('name', `is ${name.trim()}, who is on the job already`);
}

/** Verbs for who works on the job. */
export const crewEdits = {
  addPerson: verb('Puts somebody on the job.', crewPersonSchema, (draft, args) => {
    const person = entrySchemas.crew.parse(args);
    checkName(draft, person.name, null);
    draft.crew[nextId(draft, 'crew')] = person;
  }),
  setPerson: verb(
    'Says of somebody on the job how fast they are, or on which days they are not there.',
    z.strictObject({ person: id, changes: changesOf(crewPersonSchema) }),
    (draft, args) => {
      const person = need(draft.crew, args.person, 'person');
      if (args.changes.name !== undefined) checkName(draft, args.changes.name, args.person);
      change(person, crewPersonSchema, args.changes);
    },
  ),
  removePerson: verb(
    'Takes somebody off the job; stages that only they did are done by all again.',
    z.strictObject({ person: id }),
    (draft, args) => {
      need(draft.crew, args.person, 'person');
      delete draft.crew[args.person];
      for (const stage of Object.values(draft.schedule)) {
        if (!stage.who) continue;
        stage.who = stage.who.filter((p) => p !== args.person);
        if (stage.who.length === 0) delete stage.who;
      }
    },
  ),
};
