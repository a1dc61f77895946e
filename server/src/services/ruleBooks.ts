import type { Knex } from 'knex';
import {
  emptyRules,
  problemsFrom,
  readRulesText,
  type RuleChange,
  type RulesFile,
  rulesFileSchema,
  withRuleChanges,
} from '@fieldchalk/core';
import { held } from '../db/dialect.ts';
import { ApiError } from '../errors.ts';

/** The company's house rules. Jobs take a copy when they are made; changing these changes no job by itself. */
export class RuleBooks {
  constructor(
    private readonly db: Knex,
    private readonly now: () => number,
  ) {}

  async of(company: string, db: Knex = this.db): Promise<RulesFile> {
    const row = await db<{ id: string; rules: string }>('rule_books').where('id', company).first();
    if (!row) return emptyRules();
    const read = readRulesText(row.rules);
    if (read.ok) return read.rules;
    throw new ApiError(
      'unreadable',
      'The company’s rules are stored in a form that cannot be read here.',
      read.problems,
    );
  }

  /** Sets rules anew where each is as its maker saw it; else answers with the rules as they are, and nothing is stored. */
  async change(company: string, changes: readonly RuleChange[]): Promise<RulesFile> {
    return this.db.transaction(async (tx) => {
      await held(tx, 'companies', company);
      const before = await this.of(company, tx);
      const { rules, otherwise } = withRuleChanges(before, changes);
      if (otherwise.length > 0)
        throw new ApiError(
          'conflict',
          'Someone else set the same rule first.',
          otherwise.map((path) => ({ path, message: 'is not as the change saw it' })),
          { rules: before },
        );
      const read = rulesFileSchema.safeParse(rules, { reportInput: true });
      if (!read.success)
        throw new ApiError('bad-request', 'The rules were not taken.', problemsFrom(read.error.issues));
      const row = { id: company, rules: JSON.stringify(read.data), changed_at: this.now() };
      await tx('rule_books').insert(row).onConflict('id').merge();
      return read.data;
    });
  }
}
