import { formatOfName, importFormats, importPlan } from '@fieldchalk/core/import';
import type { z } from 'zod';
import type { importQuerySchema } from '@fieldchalk/contracts';
import { ApiError } from '../errors.ts';

/** Reads a file's bytes into a plan with what is doubtful in it. Stores nothing. */
export async function readImport({ file, unit, layer }: z.infer<typeof importQuerySchema>, body: unknown) {
  const format = formatOfName(file);
  if (!format)
    throw new ApiError('bad-request', `“${file}” ends in none of .${importFormats.join(', .')}.`, [
      { path: 'file', message: `must end in .${importFormats.join(', .')}` },
    ]);
  const bytes = Buffer.isBuffer(body) ? body : Buffer.alloc(0);
  const name = file.replace(/\.[^.]*$/, '').slice(0, 200);
  const options = { name, ...(unit ? { unit } : {}), ...(layer ? { wallLayers: layer } : {}) };
  const read = await importPlan(format, bytes, () => import('web-ifc'), options);
  if (!read.ok)
    throw new ApiError(
      'bad-plan',
      `${file} ${read.problems[0]?.message ?? 'cannot be read'}.`,
      read.problems,
    );
  const { ok: _, ...report } = read;
  return report;
}
