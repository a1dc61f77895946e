import { setImmediate as othersFirst } from 'node:timers/promises';
import { z } from 'zod';
import { errorCatalogue } from './errors.ts';
import { operations, type Operation } from './operations.ts';

const json = (schema: z.ZodType, io: 'input' | 'output') => ({
  'application/json': { schema: z.toJSONSchema(schema, { io, unrepresentable: 'any' }) },
});

let described: Promise<string> | null = null;

/**
 * The API described in OpenAPI 3.1, as JSON, made from the same schemas that check it. Making it takes a tenth of a second, so it is made once, a piece at a
 * time: nobody waits for another's question.
 */
export function openApi(): Promise<string> {
  described ??= describe();
  return described;
}

async function describe(): Promise<string> {
  const paths: Record<string, Record<string, object>> = {};
  for (const op of operations) {
    (paths[op.path] ??= {})[op.method] = operationOf(op);
    await othersFirst();
  }
  return JSON.stringify({ openapi: '3.1.0', info: { title: 'Field Chalk', version: '1' }, paths });
}

const operationOf = (op: Operation): object => ({
  summary: op.says,
  'x-action': op.action,
  parameters: [...op.path.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({
    name,
    in: 'path',
    required: true,
    schema: { type: 'string' },
  })),
  ...(op.body ? { requestBody: { required: true, content: json(op.body, 'input') } } : {}),
  responses: {
    [op.status ?? 200]: {
      description: 'Done',
      ...(op.answer ? { content: json(op.answer, 'output') } : {}),
    },
    default: {
      description: `A problem document (${Object.keys(errorCatalogue).join(', ')})`,
      content: { 'application/problem+json': {} },
    },
  },
});
