import { z } from 'zod';
import { isRuleId, ruleCatalogue, valueSchema } from '../rules/index.ts';
import { problemsFrom } from './problems.ts';

/** Rule values by id, each checked against its own rule. */
export const ruleValues = z
  .record(z.string(), z.unknown())
  .default({})
  .superRefine((values, context) => {
    for (const [id, value] of Object.entries(values)) {
      if (!isRuleId(id)) {
        context.addIssue({
          code: 'custom',
          path: [id],
          message: 'is not a rule; “chalk rules” lists them all',
        });
        continue;
      }
      const read = valueSchema(ruleCatalogue[id].accepts).safeParse(value, { reportInput: true });
      if (read.success) continue;
      for (const problem of problemsFrom(read.error.issues))
        context.addIssue({
          code: 'custom',
          path: [id, ...problem.path.split('.').filter(Boolean)],
          message: problem.message,
        });
    }
  });
