import * as contracts from '@fieldchalk/contracts';
import { z } from 'zod';
import type { Operation } from './operations.ts';

/** What the API does with documents: sheets, issues, files for other programs, labels. */
export const documentOperations: readonly Operation[] = [
  {
    action: 'job.read',
    method: 'post',
    path: '/api/jobs/{job}/sheets',
    says: 'Make sheets of the job as it is: a line for each step for who asks for application/x-ndjson, then what was made',
    body: contracts.sheetsAskedSchema,
    answer: contracts.sheetsMadeSchema,
  },
  {
    action: 'job.read',
    method: 'get',
    path: '/api/jobs/{job}/sheets/{made}',
    says: 'Sheets that were made, as a PDF',
  },
  {
    action: 'job.read',
    method: 'get',
    path: '/api/jobs/{job}/sheets/{made}/pages/{page}',
    says: 'One page of them, as an SVG picture',
  },
  {
    action: 'job.read',
    method: 'get',
    path: '/api/jobs/{job}/issues',
    says: 'Sets of sheets as they were issued, newest first',
    answer: z.array(contracts.issueSchema),
  },
  {
    action: 'job.change',
    method: 'post',
    path: '/api/jobs/{job}/issues',
    says: 'Issue a set of sheets as it is now, under its next number',
    body: contracts.newIssueSchema,
    answer: contracts.issueSchema,
    status: 201,
  },
  {
    action: 'job.read',
    method: 'post',
    path: '/api/jobs/{job}/issues/sheets',
    says: 'Make an issue again as it was, as sheets are made',
    body: contracts.issueAskedSchema,
    answer: contracts.sheetsMadeSchema,
  },
  {
    action: 'jobs.list',
    method: 'get',
    path: '/api/label-printer',
    says: 'Where the label printer is; null for none',
    answer: contracts.labelPrinterSchema,
  },
  {
    action: 'jobs.list',
    method: 'get',
    path: '/api/label-printer/strip',
    says: 'What hangs out of the label printer, as an SVG picture',
  },
  {
    action: 'job.read',
    method: 'post',
    path: '/api/jobs/{job}/labels',
    says: 'Print labels on the label printer: how many came out, and why the rest did not',
    body: contracts.labelsAskedSchema,
    answer: contracts.labelsPrintedSchema,
  },
  {
    action: 'job.read',
    method: 'get',
    path: '/api/jobs/{job}/ifc',
    says: 'The job as an IFC file',
  },
];
