import { collectDefaultMetrics, Counter, Gauge, Histogram, Registry } from 'prom-client';
import type { RequestHandler } from 'express';
import type { Live } from './live.ts';

/** What the server counts, in the text format that Prometheus reads. Paths are those of the list of operations, so that no id or secret is among them. */
export class Metrics {
  private readonly registry = new Registry();
  private readonly requests = new Histogram({
    name: 'fieldchalk_request_seconds',
    help: 'How long requests took, by operation and status',
    labelNames: ['method', 'path', 'status'] as const,
    buckets: [0.005, 0.02, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 10],
    registers: [this.registry],
  });
  private readonly failures = new Counter({
    name: 'fieldchalk_failures_total',
    help: 'Requests that failed here, and not by their sender',
    registers: [this.registry],
  });

  constructor(live: Live) {
    collectDefaultMetrics({ register: this.registry, prefix: 'fieldchalk_' });
    new Gauge({
      name: 'fieldchalk_listeners',
      help: 'Windows and phones that listen just now',
      registers: [this.registry],
      collect() {
        this.set(live.size);
      },
    });
  }

  /** Times each request until it is answered; streams when they end. */
  readonly timing: RequestHandler = (request, response, next) => {
    const end = this.requests.startTimer({ method: request.method });
    response.on('close', () => {
      const path = (response.locals['operation'] as string | undefined) ?? 'other';
      if (path.endsWith('/events')) return;
      end({ path, status: response.statusCode });
      if (response.statusCode >= 500) this.failures.inc();
    });
    next();
  };

  async text(): Promise<{ type: string; text: string }> {
    return { type: this.registry.contentType, text: await this.registry.metrics() };
  }
}
