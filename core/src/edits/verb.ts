import type { Immutable } from 'immer';
import { z } from 'zod';
import type { Plan } from '../plan/index.ts';

/** Arguments as a verb takes them; it changes the draft and never what it was given. */
export type ArgsOf<S extends z.ZodType> = Immutable<z.input<S>>;

/** A verb a plan is edited with. */
export interface Verb<S extends z.ZodType = z.ZodType> {
  /** What it does, in a sentence. */
  readonly does: string;
  /** What its arguments must be. They are handed on as they came, so that what is left out is left to the verb. */
  readonly args: S;
  readonly make: (draft: Plan, args: ArgsOf<S>) => void;
}

export const verb = <S extends z.ZodType>(does: string, args: S, make: Verb<S>['make']): Verb<S> => ({
  does,
  args,
  make,
});

/** What arguments share. A thing is named by its id in the plan, whatever it looks like: one that is not there is refused as gone. */
export const id = z.string();
export const ids = z.array(id).readonly();
/** A place of the plan; whatever else it carries is of no account. */
export const xy = z.object({ x: z.number(), y: z.number() });

/** The same schema with nothing left to defaults, all the way down. */
export function whole<S extends z.ZodType>(schema: S): z.ZodType<z.output<S>, z.output<S>> {
  return wholeOf(schema) as z.ZodType<z.output<S>, z.output<S>>;
}

function wholeOf(schema: z.ZodType): z.ZodType {
  if (schema instanceof z.ZodDefault || schema instanceof z.ZodPrefault)
    return wholeOf(schema.unwrap() as z.ZodType);
  if (schema instanceof z.ZodOptional) return wholeOf(schema.unwrap() as z.ZodType).optional();
  if (schema instanceof z.ZodNullable) return wholeOf(schema.unwrap() as z.ZodType).nullable();
  if (schema instanceof z.ZodArray) return z.array(wholeOf(schema.element as z.ZodType));
  if (schema instanceof z.ZodObject) return z.strictObject(wholeShape(schema));
  return schema;
}

const wholeShape = ({ shape }: z.ZodObject) =>
  Object.fromEntries(Object.entries(shape).map(([name, field]) => [name, wholeOf(field as z.ZodType)]));

/** The fields an edit may change of an entry: each as the entry holds it, and all of them may be left out. */
export type Changes<S extends z.ZodObject> = { [F in keyof z.output<S>]?: z.output<S>[F] | undefined };

/** Some fields of an entry. Null takes away a field that may be left out. */
export function changesOf<S extends z.ZodObject>(entry: S): z.ZodType<Changes<S>, Changes<S>> {
  const fields = Object.entries(wholeShape(entry)).map(([name, field]) => [
    name,
    field instanceof z.ZodOptional ? field.nullable() : field.optional(),
  ]);
  return z.strictObject(Object.fromEntries(fields)) as unknown as z.ZodType<Changes<S>, Changes<S>>;
}

/** Writes changes into an entry of the draft. A field that its schema leaves optional goes where it is null or undefined. */
export function change(entry: object, schema: z.ZodObject, changes: object): void {
  for (const [name, value] of Object.entries(changes)) {
    const mayGo = schema.shape[name] instanceof z.ZodOptional;
    if (value === undefined || (value === null && mayGo)) {
      if (mayGo) Reflect.deleteProperty(entry, name);
    } else Reflect.set(entry, name, value);
  }
}
