import { parentPort } from 'node:worker_threads';
import { compute, type Plan } from '@fieldchalk/core';
import { planIfc } from '@fieldchalk/core/drawings';

export type IfcAnswered = { readonly file: Uint8Array } | { readonly failed: string };

/** Writes a plan as IFC; the library comes with the first that is asked for. */
parentPort?.on('message', (plan: Plan) => {
  import('web-ifc')
    .then((library) => planIfc(library, plan, compute(plan)))
    .then((file): IfcAnswered => ({ file }))
    .catch((error: unknown): IfcAnswered => ({ failed: (error as Error).message }))
    .then((answer) => parentPort?.postMessage(answer))
    .catch(() => undefined);
});
