import { z } from 'zod';
import { errorCatalogue } from './errors.ts';
import { operations } from './operations.ts';

const json = (schema: z.ZodType, io: 'input' | 'output') => ({
  'application/json': { schema: z.toJSONSchema(schema, { io, unrepresentable: 'any' }) },
});

/** The API described in OpenAPI 3.1, made from the same schemas that check it. */
export function openApi(): object {
  const paths: Record<string, Record<string, object>> = {};
  for (const op of operations) {
    const parameters = [...op.path.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({
      name,
      in: 'path',
      required: true,
      schema: { type: 'string' },
    }));
    (paths[op.path] ??= {})[op.method] = {
      summary: op.says,
      'x-action': op.action,
      parameters,
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
    };
  }
  return { openapi: '3.1.0', info: { title: 'Field Chalk', version: '1' }, paths };
}
