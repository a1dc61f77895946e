import type { Knex } from 'knex';
import { emptyRules, readRulesText, type RulesFile } from '@fieldchalk/core';
import { ApiError } from '../errors.ts';

/** The company's house rules. Jobs take a copy when they are made; changing these changes no job by itself. */
export class RuleBooks {
  constructor(
    private readonly db: Knex,
    private readonly now: () => number,
  ) {}

  async company(): Promise<RulesFile> {
    const row = await this.db<{ id: string; rules: string }>('rule_books').where('id', 'company').first();
    if (!row) return emptyRules();
    const read = readRulesText(row.rules);
    if (read.ok) return read.rules;
    throw new ApiError(
      'unreadable',
      'The company’s rules are stored in a form that cannot be read here.',
      read.problems,
    );
  }

  async setCompany(rules: RulesFile): Promise<RulesFile> {
    const row = { id: 'company', rules: JSON.stringify(rules), changed_at: this.now() };
    await this.db('rule_books').insert(row).onConflict('id').merge();
    return rules;
  }
}
