import type { Knex } from 'knex';
import type { Plan } from '@fieldchalk/core';
import { ApiError } from '../errors.ts';
import { KeptThread, ThreadFailed } from '../keptThread.ts';
import type { Plans } from '../services/plans.ts';
import type { IfcAnswered } from './ifcWorker.ts';

/** Jobs as IFC, written in a thread of its own. */
export class IfcFiles {
  private readonly thread = new KeptThread<Plan, IfcAnswered>('./sheets/ifcWorker.ts', {
    seconds: 60,
    megabytes: 1024,
    idle: 20_000,
  });

  constructor(
    private readonly db: Knex,
    private readonly plans: Plans,
  ) {}

  async of(job: string): Promise<{ name: string; file: Uint8Array }> {
    const { row, plan } = await this.plans.open(this.db, job);
    const cannot = (why: string) => new ApiError('unreadable', `This job cannot be written as IFC: ${why}.`);
    try {
      const answer = await this.thread.ask(plan);
      if ('file' in answer) return { name: row.name, file: answer.file };
      throw cannot(answer.failed);
    } catch (error) {
      throw error instanceof ThreadFailed ? cannot(error.message) : error;
    }
  }

  close(): Promise<void> {
    return this.thread.close();
  }
}
