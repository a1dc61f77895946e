import { z } from 'zod';
import { rulesFileSchema } from '@fieldchalk/core';
import * as contracts from '@fieldchalk/contracts';
import { errorCatalogue } from './errors.ts';

export interface Operation {
  /** What one must be allowed to do, of the job in the path where there is one; `anyone` needs no sign-in. */
  readonly action: contracts.Action | 'anyone';
  /** Also where the job was taken back: what was done before may come in late. */
  readonly takesLate?: true;
  readonly method: 'get' | 'post' | 'delete';
  readonly path: string;
  readonly says: string;
  readonly body?: z.ZodType;
  readonly answer?: z.ZodType;
  readonly status?: number;
}

/** Every operation of the API; the router is checked against this list in a test. */
export const operations: readonly Operation[] = [
  {
    action: 'anyone',
    method: 'get',
    path: '/api/health',
    says: 'Whether the server answers',
  },
  { action: 'anyone', method: 'get', path: '/api/openapi.json', says: 'This description' },
  {
    action: 'anyone',
    method: 'get',
    path: '/api/ready',
    says: 'Whether all is there that it takes to store a change; 503 with what is not',
  },
  {
    action: 'anyone',
    method: 'get',
    path: '/api/metrics',
    says: 'What the server counts, as Prometheus reads it; on its own machine only',
  },
  {
    action: 'jobs.list',
    method: 'get',
    path: '/api/jobs',
    says: 'All jobs, newest change first',
    answer: z.array(contracts.jobSummarySchema),
  },
  {
    action: 'job.make',
    method: 'post',
    path: '/api/jobs',
    says: 'Make a job, empty or from a plan',
    body: contracts.newJobSchema,
    answer: contracts.jobSchema,
    status: 201,
  },
  {
    action: 'anyone',
    method: 'post',
    path: '/api/window-errors',
    says: 'Log what went wrong in a window',
    body: contracts.windowErrorSchema,
    status: 204,
  },
  {
    action: 'job.read',
    method: 'get',
    path: '/api/jobs/{job}/document',
    says: 'What is stored of a job, as it is, also when it cannot be read',
  },
  {
    action: 'rules.read',
    method: 'get',
    path: '/api/rules',
    says: 'The company’s house rules',
    answer: rulesFileSchema,
  },
  {
    action: 'rules.change',
    method: 'post',
    path: '/api/rules/changes',
    says: 'Set house rules anew, each with what was seen of it; jobs made from now on start with them',
    body: contracts.ruleChangesSchema,
    answer: rulesFileSchema,
  },
  {
    action: 'job.change',
    method: 'post',
    path: '/api/jobs/{job}/measurements',
    says: 'Send a length from a meter to the job’s open windows',
    body: contracts.measurementSchema,
    answer: contracts.measurementSchema,
    status: 202,
  },
  {
    action: 'import',
    method: 'post',
    path: '/api/import',
    says: 'Read a plan out of a file (DXF, IFC, CSV or JSON as the body, ?file= its name); nothing is stored',
    answer: contracts.importSchema,
  },
  {
    action: 'job.read',
    method: 'get',
    path: '/api/jobs/{job}',
    says: 'A job with its plan',
    answer: contracts.jobSchema,
  },
  { action: 'job.away', method: 'delete', path: '/api/jobs/{job}', says: 'Delete a job', status: 204 },
  {
    action: 'job.change',
    method: 'post',
    path: '/api/jobs/{job}/changes',
    says: 'Store a change, where the plan still stands as its inverse says; else 409 with what is new',
    body: contracts.changeSchema,
    answer: contracts.storedChangeSchema,
  },
  {
    action: 'job.read',
    method: 'get',
    path: '/api/jobs/{job}/changes',
    says: 'Changes after ?since=, oldest first, so many as are answered at once; ?after= is the change that led there',
    answer: z.array(contracts.storedChangeSchema),
  },
  {
    action: 'job.read',
    method: 'get',
    path: '/api/jobs/{job}/events',
    says: 'Live changes and marks (server-sent events)',
  },
  {
    action: 'job.view',
    method: 'get',
    path: '/api/jobs/{job}/marks',
    says: 'What the crew has ticked',
    answer: z.array(contracts.markSchema),
  },
  {
    action: 'job.late',
    method: 'get',
    path: '/api/jobs/{job}/late-marks',
    says: 'Ticks that came after their link was withdrawn, and wait for the lead',
    answer: z.array(contracts.lateMarkSchema),
  },
  {
    action: 'job.late',
    method: 'post',
    path: '/api/jobs/{job}/late-marks',
    says: 'Take late ticks among the others, or let them go',
    body: contracts.lateMarksSchema,
    answer: z.array(contracts.markSchema),
  },

  // People and how they sign in.
  {
    action: 'anyone',
    method: 'get',
    path: '/api/session',
    says: 'Who asks, and how people sign in here',
    answer: contracts.sessionSchema,
  },
  {
    action: 'anyone',
    method: 'post',
    path: '/api/session',
    says: 'Sign in with a password',
    body: contracts.signInSchema,
    answer: contracts.sessionSchema,
  },
  { action: 'anyone', method: 'delete', path: '/api/session', says: 'Sign out', status: 204 },
  {
    action: 'anyone',
    method: 'post',
    path: '/api/session/demo',
    says: 'Sign in to the demo, where this is one',
    answer: contracts.sessionSchema,
  },
  {
    action: 'anyone',
    method: 'post',
    path: '/api/session/passkey-options',
    says: 'What a browser asks its authenticator to sign in',
    answer: contracts.passkeyAskedSchema,
  },
  {
    action: 'anyone',
    method: 'post',
    path: '/api/session/passkey',
    says: 'Sign in with a passkey',
    body: contracts.passkeySignInSchema,
    answer: contracts.sessionSchema,
  },
  {
    action: 'anyone',
    method: 'post',
    path: '/api/join/look',
    says: 'What a link is for',
    body: contracts.linkSchema,
    answer: contracts.linkLookSchema,
  },
  {
    action: 'anyone',
    method: 'post',
    path: '/api/join/passkey-options',
    says: 'What a browser asks its authenticator for a passkey to join with',
    body: contracts.joinPasskeySchema,
    answer: contracts.passkeyAskedSchema,
  },
  {
    action: 'anyone',
    method: 'post',
    path: '/api/join',
    says: 'Take a link up; it is used then',
    body: contracts.joinSchema,
    answer: contracts.joinedSchema,
  },
  {
    action: 'own',
    method: 'get',
    path: '/api/own',
    says: 'One’s own name, passkeys and devices',
    answer: contracts.ownSchema,
  },
  {
    action: 'own',
    method: 'post',
    path: '/api/own',
    says: 'Change one’s own name or sign-in',
    body: contracts.ownChangeSchema,
    answer: contracts.ownSchema,
  },
  {
    action: 'own',
    method: 'post',
    path: '/api/own/password',
    says: 'Set one’s password; other devices are signed out',
    body: contracts.passwordSchema,
    status: 204,
  },
  {
    action: 'own',
    method: 'post',
    path: '/api/own/passkey-options',
    says: 'What a browser asks its authenticator for a new passkey',
    answer: contracts.passkeyAskedSchema,
  },
  {
    action: 'own',
    method: 'post',
    path: '/api/own/passkeys',
    says: 'Keep a new passkey',
    body: contracts.newPasskeySchema,
    answer: contracts.ownSchema,
    status: 201,
  },
  {
    action: 'own',
    method: 'delete',
    path: '/api/own/passkeys/{passkey}',
    says: 'Take a passkey away',
    status: 204,
  },
  {
    action: 'own',
    method: 'delete',
    path: '/api/own/sessions/{session}',
    says: 'Cut off a device of one’s own',
    status: 204,
  },
  {
    action: 'people.see',
    method: 'get',
    path: '/api/people',
    says: 'The company’s people',
    answer: z.array(contracts.colleagueSchema),
  },
  {
    action: 'people.change',
    method: 'post',
    path: '/api/people/{person}',
    says: 'Set a person’s role',
    body: contracts.personChangeSchema,
    status: 204,
  },
  {
    action: 'people.change',
    method: 'delete',
    path: '/api/people/{person}',
    says: 'End a person’s access',
    status: 204,
  },
  {
    action: 'people.change',
    method: 'delete',
    path: '/api/people/{person}/sessions/{session}',
    says: 'Cut off a person’s device',
    status: 204,
  },
  {
    action: 'people.change',
    method: 'post',
    path: '/api/people/{person}/recovery',
    says: 'A link by which a person sets a new password',
    answer: contracts.madeLinkSchema,
    status: 201,
  },
  {
    action: 'people.change',
    method: 'get',
    path: '/api/invitations',
    says: 'Invitations that wait',
    answer: z.array(contracts.invitationSchema),
  },
  {
    action: 'people.change',
    method: 'post',
    path: '/api/invitations',
    says: 'Invite a person',
    body: contracts.newInvitationSchema,
    answer: contracts.madeLinkSchema,
    status: 201,
  },
  {
    action: 'people.change',
    method: 'delete',
    path: '/api/invitations/{invitation}',
    says: 'Withdraw an invitation',
    status: 204,
  },
  {
    action: 'own',
    method: 'get',
    path: '/api/company',
    says: 'The company',
    answer: contracts.companySchema,
  },
  {
    action: 'company.change',
    method: 'post',
    path: '/api/company',
    says: 'Name the company',
    body: contracts.companyNameSchema,
    answer: contracts.companySchema,
  },
  {
    action: 'company.export',
    method: 'get',
    path: '/api/company/export',
    says: 'All data of the company, as one JSON file',
  },
  {
    action: 'company.remove',
    method: 'post',
    path: '/api/company/removal',
    says: 'Remove the company with all its data; its name says that it is meant',
    body: contracts.companyNameSchema,
    status: 204,
  },
  {
    action: 'audit.read',
    method: 'get',
    path: '/api/audit',
    says: 'Who did what, newest first, ?before= an entry',
    answer: z.array(contracts.auditEntrySchema),
  },
  {
    action: 'job.away',
    method: 'get',
    path: '/api/away-jobs',
    says: 'Jobs that were put away, and when they go for good',
    answer: z.array(contracts.awayJobSchema),
  },
  {
    action: 'job.away',
    method: 'post',
    path: '/api/away-jobs/{away}',
    says: 'Bring a job back',
    answer: contracts.jobSummarySchema,
  },
  // Who a job is given to, and what they see of it.
  {
    action: 'job.give',
    method: 'get',
    path: '/api/jobs/{job}/phones',
    says: 'Links that wait, and the phones and people the job is given to',
    answer: contracts.phonesSchema,
  },
  {
    action: 'job.give',
    method: 'post',
    path: '/api/jobs/{job}/phones',
    says: 'Make a link that lets one phone in',
    body: contracts.newPhoneLinkSchema,
    answer: contracts.madeLinkSchema,
    status: 201,
  },
  {
    action: 'job.give',
    method: 'delete',
    path: '/api/jobs/{job}/phones/{phone}',
    says: 'Take the job back from a phone or person, or withdraw a link',
    status: 204,
  },
  {
    action: 'job.give',
    method: 'post',
    path: '/api/jobs/{job}/people',
    says: 'Give the job to a person',
    body: contracts.giveSchema,
    status: 204,
  },
  {
    action: 'job.view',
    method: 'get',
    path: '/api/crew/{job}',
    says: 'The job as the crew sees it, with what is ticked',
    answer: contracts.crewJobSchema,
  },
  {
    action: 'job.tick',
    takesLate: true,
    method: 'post',
    path: '/api/crew/{job}/marks',
    says: 'Tick things off; 202 where the job was taken back meanwhile: they wait for the lead',
    body: contracts.newMarksSchema,
    answer: z.array(contracts.markSchema),
    status: 201,
  },
  {
    action: 'job.view',
    method: 'get',
    path: '/api/crew/{job}/events',
    says: 'What the crew is told live (server-sent events)',
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
