import type { Request, Response } from 'express';

/** Server-sent events: who listens to which job, and telling them. */
export class Live {
  private readonly listeners = new Map<string, Set<Response>>();

  listen(job: string, request: Request, response: Response): void {
    response.set({
      'content-type': 'text/event-stream',
      'cache-control': 'no-cache, no-transform',
      'x-accel-buffering': 'no',
    });
    response.flushHeaders();
    response.write('retry: 1500\n\n');
    const group = this.listeners.get(job) ?? new Set();
    this.listeners.set(job, group.add(response));
    const heartbeat = setInterval(() => response.write(': still here\n\n'), 20_000);
    request.on('close', () => {
      clearInterval(heartbeat);
      group.delete(response);
    });
  }

  tell(job: string, event: string, data: unknown): void {
    for (const response of this.listeners.get(job) ?? [])
      response.write(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`);
  }

  close(): void {
    for (const group of this.listeners.values()) for (const response of group) response.end();
    this.listeners.clear();
  }
}
