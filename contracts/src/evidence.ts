import { z } from 'zod';

/** What jobs of a company really took: lengths of cables in feet, hours of stages, each beside what was expected. */
export const companyEvidenceSchema = z.array(
  z.object({
    job: z.string(),
    kind: z.enum(['length', 'hours']),
    of: z.string(),
    expected: z.number(),
    actual: z.number(),
    basis: z.number().nullable(),
  }),
);
export type CompanyEvidence = z.infer<typeof companyEvidenceSchema>;
