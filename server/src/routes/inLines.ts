import type { SheetsMade } from '@fieldchalk/contracts';
import type { Request, Response } from 'express';
import { ApiError } from '../errors.ts';
import type { SheetsTold } from '../sheets/sheetWorker.ts';

/** Makes sheets, with a line for each step on the way: `{"told": …}`, then `{"made": …}` or `{"problem": …}`. They are made also for who leaves meanwhile, and are there when they come back. */
export async function inLines<M extends SheetsMade>(
  request: Request,
  response: Response,
  make: (told: (how: SheetsTold) => void) => Promise<M>,
): Promise<void> {
  const wantsLines = request.accepts(['json', 'application/x-ndjson']) === 'application/x-ndjson';
  const line = (value: unknown) => {
    if (response.destroyed) return;
    if (!response.headersSent) response.type('application/x-ndjson');
    response.write(`${JSON.stringify(value)}\n`);
    // What is compressed waits for more, unless it is told to go.
    response.flush();
  };
  try {
    const made = await make((told) => wantsLines && line({ told }));
    if (!wantsLines) return void response.json(made);
    line({ made });
    response.end();
  } catch (error) {
    if (!response.headersSent || !(error instanceof ApiError)) throw error;
    line({ problem: { code: error.code, detail: error.detail, problems: error.problems } });
    response.end();
  }
}
