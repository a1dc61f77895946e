import { z } from 'zod';
import { rulesFileSchema } from '@fieldchalk/core';
import * as contracts from '@fieldchalk/contracts';
import { errorCatalogue } from './errors.ts';

interface Operation {
  readonly method: 'get' | 'post' | 'delete';
  readonly path: string;
  readonly says: string;
  readonly body?: z.ZodType;
  readonly answer?: z.ZodType;
  readonly status?: number;
}

/** Every operation of the API; the router is checked against this list in a test. */
export const operations: readonly Operation[] = [
  { method: 'get', path: '/api/health', says: 'Whether the server and its data file answer' },
  {
    method: 'get',
    path: '/api/jobs',
    says: 'All jobs, newest change first',
    answer: z.array(contracts.jobSummarySchema),
  },
  {
    method: 'post',
    path: '/api/jobs',
    says: 'Make a job, empty or from a plan',
    body: contracts.newJobSchema,
    answer: contracts.jobSchema,
    status: 201,
  },
  {
    method: 'post',
    path: '/api/window-errors',
    says: 'Log what went wrong in a window',
    body: contracts.windowErrorSchema,
    status: 204,
  },
  {
    method: 'get',
    path: '/api/jobs/{job}/document',
    says: 'What is stored of a job, as it is, also when it cannot be read',
  },
  { method: 'get', path: '/api/rules', says: 'The company’s house rules', answer: rulesFileSchema },
  {
    method: 'post',
    path: '/api/rules/changes',
    says: 'Set house rules anew, each with what was seen of it; jobs made from now on start with them',
    body: contracts.ruleChangesSchema,
    answer: rulesFileSchema,
  },
  {
    method: 'post',
    path: '/api/jobs/{job}/measurements',
    says: 'Send a length from a meter to the job’s open windows',
    body: contracts.measurementSchema,
    answer: contracts.measurementSchema,
    status: 202,
  },
  {
    method: 'post',
    path: '/api/import',
    says: 'Read a plan out of a file (DXF, IFC, CSV or JSON as the body, ?file= its name); nothing is stored',
    answer: contracts.importSchema,
  },
  { method: 'get', path: '/api/jobs/{job}', says: 'A job with its plan', answer: contracts.jobSchema },
  { method: 'delete', path: '/api/jobs/{job}', says: 'Delete a job', status: 204 },
  {
    method: 'post',
    path: '/api/jobs/{job}/changes',
    says: 'Store a change, where the plan still stands as its inverse says; else 409 with what is new',
    body: contracts.changeSchema,
    answer: contracts.storedChangeSchema,
  },
  {
    method: 'get',
    path: '/api/jobs/{job}/changes',
    says: 'Changes after ?since=, oldest first, so many as are answered at once; ?after= is the change that led there',
    answer: z.array(contracts.storedChangeSchema),
  },
  { method: 'get', path: '/api/jobs/{job}/events', says: 'Live changes and marks (server-sent events)' },
  {
    method: 'get',
    path: '/api/jobs/{job}/marks',
    says: 'What the crew has ticked',
    answer: z.array(contracts.markSchema),
  },
  {
    method: 'get',
    path: '/api/jobs/{job}/shares',
    says: 'Links that are open',
    answer: z.array(contracts.shareSchema),
  },
  {
    method: 'post',
    path: '/api/jobs/{job}/shares',
    says: 'Make a link for the crew',
    body: contracts.newShareSchema,
    answer: contracts.shareSchema,
    status: 201,
  },
  {
    method: 'get',
    path: '/api/jobs/{job}/late-marks',
    says: 'Ticks that came after their link was withdrawn, and wait for the lead',
    answer: z.array(contracts.lateMarkSchema),
  },
  {
    method: 'post',
    path: '/api/jobs/{job}/late-marks',
    says: 'Take late ticks among the others, or let them go',
    body: contracts.lateMarksSchema,
    answer: z.array(contracts.markSchema),
  },
  { method: 'delete', path: '/api/jobs/{job}/shares/{token}', says: 'Withdraw a link', status: 204 },
  {
    method: 'get',
    path: '/api/crew/{token}',
    says: 'The job a link opens, to read',
    answer: contracts.jobSchema.extend({ marks: z.array(contracts.markSchema) }),
  },
  {
    method: 'post',
    path: '/api/crew/{token}/marks',
    says: 'Tick things off; 202 where the link was withdrawn: they wait for the lead',
    body: contracts.newMarksSchema,
    answer: z.array(contracts.markSchema),
    status: 201,
  },
  {
    method: 'get',
    path: '/api/crew/{token}/events',
    says: 'Live changes and marks for the crew (server-sent events)',
  },
];

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
