import type { Job, StoredChange } from '@fieldchalk/contracts';

/** One who writes until the server is gone, and begins where they were: what was not acknowledged is sent again as it was. */
export interface Writer {
  readonly acknowledged: string[];
  step(address: string): Promise<void>;
}

export async function ask<T>(address: string, method: string, path: string, body?: unknown): Promise<T> {
  const response = await fetch(`${address}/api${path}`, {
    method,
    headers: { 'content-type': 'application/json' },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });
  if (!response.ok) throw new Error(`${response.status} ${await response.text()}`);
  const text = await response.text();
  return (text === '' ? null : JSON.parse(text)) as T;
}

export function editor(job: Job, box: string, name: string): Writer & { value: unknown } {
  const path = ['boxes', box, 'reason'];
  const acknowledged: string[] = [];
  let n = 0;
  const writer = {
    acknowledged,
    value: job.plan.boxes[box]?.reason as unknown,
    async step(address: string) {
      const id = `${name}-${n}`;
      const patches = [{ op: 'replace', path, value: id }];
      const inverse = [{ op: 'replace', path, value: writer.value }];
      await ask<StoredChange>(address, 'POST', `/jobs/${job.id}/changes`, {
        id,
        base: 0,
        client: name,
        name: 'setBox',
        patches,
        inverse,
      });
      acknowledged.push(id);
      writer.value = id;
      n++;
    },
  };
  return writer;
}

export function ticker(job: Job, device: string): Writer {
  const acknowledged: string[] = [];
  let n = 0;
  return {
    acknowledged,
    async step(address) {
      const mark = { id: `m${n}`, kind: 'box', about: 'b1', done: n % 2 === 0, number: n, madeAt: n };
      await ask(address, 'POST', `/crew/${job.id}/marks`, { device, marks: [mark] });
      acknowledged.push(`${device} m${n}`);
      n++;
    },
  };
}

export function maker(name: string): Writer {
  const acknowledged: string[] = [];
  let n = 0;
  return {
    acknowledged,
    async step(address) {
      // The number goes on also where no answer came: one is not made again.
      const label = `${name}-${n++}`;
      await ask(address, 'POST', '/invitations', { role: 'crew', label });
      acknowledged.push(label);
      await pause(40);
    },
  };
}

export const pause = (milliseconds: number) => new Promise((go) => setTimeout(go, milliseconds));
