import {
  type Action,
  events,
  type LiveEvent,
  reachOf,
  type Role,
  type StoredChange,
} from '@fieldchalk/contracts';
import type { Request, Response } from 'express';
import type { Who } from './access/who.ts';
import { type AccessNews, type Bus, noBus } from './bus.ts';
import { ApiError } from './errors.ts';

/** How many may listen, and how much waits for one that does not read. */
export interface LiveLimits {
  /** Of one person or phone. */
  readonly perPerson: number;
  /** From one address. */
  readonly perAddress: number;
  readonly inAll: number;
  /** Bytes; one for whom more waits is cut off, and catches up when it comes back. */
  readonly unread: number;
}

const usualLimits: LiveLimits = { perPerson: 250, perAddress: 400, inAll: 2000, unread: 1_000_000 };
/** So often a listener is told that the server is still there, in milliseconds. */
const stillHere = 20_000;

/** What is told to those at a company’s house rules; what is told of a job goes by the job’s id, which has no spaces. */
export const rulesOf = (company: string): string => `rules of ${company}`;

/** Who listens, as what, to what. */
export interface Listening {
  /** A job, or `rulesOf` a company. */
  readonly topic: string;
  /** The job, where it is one. */
  readonly job: string | null;
  readonly who: Who;
  readonly role: Role;
  /** What they were let in for. */
  readonly action: Action;
}
interface Listener extends Listening {
  readonly response: Response;
  /** The person or phone, and the address, it counts for. */
  readonly counted: readonly string[];
}

function concerns({ who, job }: Listening, about: AccessNews): boolean {
  if (about.job !== undefined && about.job !== job) return false;
  if (about.person !== undefined && about.person !== who.id) return false;
  return about.session === undefined || (who.kind === 'person' && who.session === about.session);
}

/** Server-sent events: who listens to what, and telling each what they may hear, for as long as they may. */
export class Live {
  private readonly listeners = new Map<string, Set<Listener>>();
  /** How many listen of each person and from each address. */
  private readonly counts = new Map<string, number>();
  private count = 0;
  /** To the other server processes on the same database. */
  bus: Bus = noBus;

  constructor(
    private readonly mayStill: (listening: Listening) => Promise<boolean>,
    private readonly limits: LiveLimits = usualLimits,
  ) {}

  listen(listening: Listening, request: Request, response: Response): void {
    const { topic } = listening;
    const { perPerson, perAddress, inAll } = this.limits;
    const [person, address] = [`who ${listening.who.id}`, `from ${request.ip ?? ''}`];
    if (this.countOf(person) >= perPerson || this.countOf(address) >= perAddress || this.count >= inAll)
      throw new ApiError('busy', 'As many windows listen as can. Close one you do not use.');
    response.set({
      'content-type': 'text/event-stream',
      'cache-control': 'no-cache, no-transform',
      'x-accel-buffering': 'no',
    });
    response.flushHeaders();
    const listener: Listener = { ...listening, response, counted: [person, address] };
    const group = this.listeners.get(topic) ?? new Set();
    this.listeners.set(topic, group.add(listener));
    for (const whose of listener.counted) this.counts.set(whose, this.countOf(whose) + 1);
    this.count++;
    const heartbeat = setInterval(() => {
      this.write(listener, ': still here\n\n');
      void this.check(listener);
    }, stillHere);
    response.on('close', () => {
      clearInterval(heartbeat);
      this.forget(listener);
    });
    this.write(listener, 'retry: 1500\n\n');
  }

  private forget(listener: Listener): void {
    const { topic } = listener;
    const group = this.listeners.get(topic);
    if (!group?.delete(listener)) return;
    if (group.size === 0) this.listeners.delete(topic);
    this.count--;
    for (const whose of listener.counted) {
      const left = this.countOf(whose) - 1;
      if (left > 0) this.counts.set(whose, left);
      else this.counts.delete(whose);
    }
  }

  private countOf(whose: string): number {
    return this.counts.get(whose) ?? 0;
  }

  private write({ response }: Listener, text: string): void {
    if (response.writableLength > this.limits.unread) response.destroy();
    else response.write(text);
  }

  /** How many listen just now. */
  get size(): number {
    return this.count;
  }

  private async check(listener: Listener): Promise<void> {
    // A database that does not answer just now ends nobody's access.
    if (!(await this.mayStill(listener).catch(() => true))) listener.response.end();
  }

  /** Somebody's access has changed: who may listen no more is cut off. */
  async recheck(about: AccessNews): Promise<void> {
    const all = [...this.listeners.values()].flatMap((group) => [...group]).filter((l) => concerns(l, about));
    await Promise.all(all.map((listener) => this.check(listener)));
  }

  /** Tells who listens here, and by the other processes who listens there. */
  tell(topic: string, event: LiveEvent, data: unknown): void {
    this.tellHere(topic, event, data);
    // Who misses it catches up with the next.
    void this.bus.publish({ topic, event, data }).catch(() => undefined);
  }

  /** A change of a job: to its windows whole, to phones that there is one. */
  tellChange(job: string, change: StoredChange): void {
    this.tell(job, 'change', change);
    this.tell(job, 'plan', { revision: change.revision });
  }

  tellHere(topic: string, event: LiveEvent, data: unknown): void {
    const group = this.listeners.get(topic);
    if (!group) return;
    const text = `event: ${event}\ndata: ${JSON.stringify(data)}\n\n`;
    for (const listener of group)
      if (reachOf(listener.role, events[event]) !== 'no') this.write(listener, text);
  }

  /** Ends all streams; windows come back and catch up. */
  close(): void {
    for (const group of this.listeners.values()) for (const { response } of group) response.end();
  }
}
