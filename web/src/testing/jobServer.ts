import { vi } from 'vitest';
import { applyChange, type Patch, type Plan, seenOtherwise } from '@fieldchalk/core';
import { study } from '@fieldchalk/core/demo';
import type { ChangeRequest, Job, MarkRecord, StoredChange } from '@fieldchalk/contracts';
import { loadChanging } from '../session/changing.ts';

// The windows that ask this server have been touched already.
await loadChanging();

interface Answered {
  readonly status: number;
  readonly body: unknown;
}

/** One window's ear at the server. */
interface Listener {
  hear(type: string, data: unknown): void;
  /** The server refuses it: browsers do not try again by themselves. */
  refuse(): void;
}

/** A server of one job in a few lines: takes what still stands as it was seen, answers 409 with what is new, tells its listeners, and can fail in every way. */
export class JobServer {
  plan: Plan;
  changes: StoredChange[] = [];
  readonly asked: { readonly method: string; readonly path: string; readonly body: unknown }[] = [];
  listeners: Listener[] = [];
  unplugged = false;
  /** Answers instead of the server, where it gives one. */
  instead: ((path: string, body: ChangeRequest | null) => Answered | null) | null = null;
  /** Whether a request is stored and its answer lost. */
  losesAnswers = false;
  /** The network answers with a page of its own, by this status, and the server hears nothing. */
  behindPage: number | null = null;
  /** Held back before it is answered. */
  delay: () => Promise<void> = async () => undefined;
  marks: readonly MarkRecord[] = [];
  /** How many requests were under way at once, at most. */
  most = 0;
  private under = 0;

  constructor(plan: Plan = study()) {
    this.plan = plan;
    vi.stubGlobal('fetch', this.fetch);
    const { listeners } = this;
    const hears = () => listeners;
    vi.stubGlobal(
      'EventSource',
      class {
        static readonly CLOSED = 2;
        readyState = 1;
        private readonly heard: Record<string, (e: { data: string }) => void> = {};
        constructor() {
          hears().push({
            hear: (type, data) => this.heard[type]?.({ data: JSON.stringify(data) }),
            refuse: () => {
              this.readyState = 2;
              this.heard['error']?.({ data: '' });
            },
          });
        }
        addEventListener(type: string, hear: (e: { data: string }) => void) {
          this.heard[type] = hear;
        }
        close() {
          this.readyState = 2;
        }
      },
    );
  }

  get job(): Job {
    const lastChange = this.changes.at(-1)?.id ?? null;
    return {
      id: 'j1',
      name: 'Test',
      revision: this.changes.length,
      changedAt: 0,
      plan: this.plan,
      lastChange,
    };
  }

  private judge(request: ChangeRequest): Answered {
    const known = this.changes.find((c) => c.id === request.id && c.client === request.client);
    if (known) return { status: 200, body: known };
    const { base, after } = request;
    if (
      base > this.changes.length ||
      (after !== undefined && base > 0 && this.changes[base - 1]?.id !== after)
    )
      return { status: 409, body: { code: 'history-turned', detail: 'put back' } };
    const done = applyChange(this.plan, request.patches as Patch[]);
    if (!done.ok || seenOtherwise(this.plan, request.inverse as Patch[]).length > 0)
      return {
        status: 409,
        body: { code: 'conflict', detail: 'changed since', changes: this.changes.slice(base) },
      };
    return { status: 200, body: this.take(request, done.plan) };
  }

  private take({ id, name, client, patches }: ChangeRequest, plan: Plan): StoredChange {
    this.plan = plan;
    const stored = { id, name, client, patches, revision: this.changes.length + 1 };
    this.changes.push(stored);
    this.tell('change', stored);
    return stored;
  }

  tell(type: string, data: unknown): void {
    for (const listener of this.listeners) listener.hear(type, data);
  }

  /** A change by somebody else. */
  other(name: string, patches: Patch[]): StoredChange {
    const done = applyChange(this.plan, patches);
    if (!done.ok) throw new Error(JSON.stringify(done.problems));
    const sent = { id: `o${this.changes.length}`, base: 0, name, client: 'else', patches, inverse: [] };
    return this.take(sent as ChangeRequest, done.plan);
  }

  private answer(method: string, path: string, body: ChangeRequest | null): Answered {
    const given = this.instead?.(path, body);
    if (given) return given;
    const since = /since=(\d+)(?:&after=(.+))?/.exec(path);
    if (method === 'POST' && body) return this.judge(body);
    if (path.endsWith('/marks')) return { status: 200, body: this.marks };
    if (!since) return { status: 200, body: this.job };
    const from = Number(since[1]);
    if (from > this.changes.length || (since[2] && from > 0 && this.changes[from - 1]?.id !== since[2]))
      return { status: 409, body: { code: 'history-turned', detail: 'put back' } };
    return { status: 200, body: this.changes.slice(from) };
  }

  readonly fetch = async (path: string, init: { method?: string; body?: string | null } = {}) => {
    if (this.unplugged) throw new TypeError('no network');
    this.most = Math.max(this.most, ++this.under);
    await this.delay().finally(() => this.under--);
    const body = init.body ? (JSON.parse(init.body) as ChangeRequest) : null;
    this.asked.push({ method: init.method ?? 'GET', path, body });
    const page = this.behindPage;
    if (page !== null) return new Response('<html>Sign in to this network</html>', { status: page });
    const { status, body: answer } = this.answer(init.method ?? 'GET', path, body);
    if (this.losesAnswers) throw new TypeError('the answer was lost');
    return { ok: status < 400, status, json: async () => JSON.parse(JSON.stringify(answer)) as unknown };
  };
}

/** Lets everything under way come to rest. */
export const settled = (ms = 40) => new Promise<void>((done) => setTimeout(done, ms));

/** Browser locks as far as windows use them: held until let go, asked for if they are free. */
export function stubLocks(): void {
  const held = new Set<string>();
  const request = async (
    name: string,
    second: { ifAvailable?: boolean } | (() => Promise<void>),
    third?: (lock: object | null) => Promise<void>,
  ) => {
    const work = typeof second === 'function' ? second : (third ?? (async () => undefined));
    if (held.has(name)) return work(null as never);
    held.add(name);
    await (work as (lock: object) => Promise<void>)({ name });
    held.delete(name);
  };
  vi.stubGlobal('navigator', { locks: { request } });
}

/** The browser's plain storage takes nothing more; answers with what makes room again. */
export function fillStorage(): () => void {
  const roomy = localStorage;
  const take = (store: Storage, key: string | symbol): unknown => {
    if (key === 'setItem')
      return () => {
        throw new DOMException('full', 'QuotaExceededError');
      };
    const value: unknown = Reflect.get(store, key);
    return typeof value === 'function' ? (value.bind(store) as unknown) : value;
  };
  vi.stubGlobal('localStorage', new Proxy(roomy, { get: take }));
  return () => void vi.stubGlobal('localStorage', roomy);
}
