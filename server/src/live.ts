import type { Request, Response } from 'express';
import { ApiError } from './errors.ts';

/** How many may listen, and how much waits for one that does not read. */
export interface LiveLimits {
  /** From one address. */
  readonly perAddress: number;
  readonly inAll: number;
  /** Bytes; one for whom more waits is cut off, and catches up when it comes back. */
  readonly unread: number;
}

const usualLimits: LiveLimits = { perAddress: 400, inAll: 2000, unread: 1_000_000 };
/** So often a listener is told that the server is still there, in milliseconds. */
const stillHere = 20_000;

interface Listener {
  readonly response: Response;
  readonly address: string;
}

/** Server-sent events: who listens to which job, and telling them. */
export class Live {
  private readonly listeners = new Map<string, Set<Listener>>();
  private readonly perAddress = new Map<string, number>();
  private count = 0;

  constructor(private readonly limits: LiveLimits = usualLimits) {}

  listen(job: string, request: Request, response: Response): void {
    const address = request.ip ?? '';
    const fromThere = this.perAddress.get(address) ?? 0;
    if (fromThere >= this.limits.perAddress || this.count >= this.limits.inAll)
      throw new ApiError('busy', 'As many windows listen as can. Close one you do not use.');
    response.set({
      'content-type': 'text/event-stream',
      'cache-control': 'no-cache, no-transform',
      'x-accel-buffering': 'no',
    });
    response.flushHeaders();
    const listener = { response, address };
    const group = this.listeners.get(job) ?? new Set();
    this.listeners.set(job, group.add(listener));
    this.perAddress.set(address, fromThere + 1);
    this.count++;
    const heartbeat = setInterval(() => this.write(listener, ': still here\n\n'), stillHere);
    response.on('close', () => {
      clearInterval(heartbeat);
      this.forget(job, listener);
    });
    this.write(listener, 'retry: 1500\n\n');
  }

  private forget(job: string, listener: Listener): void {
    const group = this.listeners.get(job);
    if (!group?.delete(listener)) return;
    if (group.size === 0) this.listeners.delete(job);
    this.count--;
    const left = (this.perAddress.get(listener.address) ?? 1) - 1;
    if (left > 0) this.perAddress.set(listener.address, left);
    else this.perAddress.delete(listener.address);
  }

  private write({ response }: Listener, text: string): void {
    if (response.writableLength > this.limits.unread) response.destroy();
    else response.write(text);
  }

  /** How many listen just now. */
  get size(): number {
    return this.count;
  }

  tell(job: string, event: string, data: unknown): void {
    const group = this.listeners.get(job);
    if (!group) return;
    const text = `event: ${event}\ndata: ${JSON.stringify(data)}\n\n`;
    for (const listener of group) this.write(listener, text);
  }

  close(): void {
    for (const group of this.listeners.values()) for (const { response } of group) response.end();
    this.listeners.clear();
  }
}
