import { existsSync, readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { study } from '../../demo/study.ts';
import { Kept, pipeline, pipelineTable, runPipeline } from './pipeline.ts';

const at = (path: string) => new URL(`../../../${path}`, import.meta.url);

describe('the pipeline', () => {
  test('every stage reads only what stages before it give, and gives something of its own', () => {
    const given = new Set<string>();
    for (const { gives, reads } of pipeline) {
      expect(reads.filter((r) => !given.has(r))).toEqual([]);
      expect(given.has(gives)).toBe(false);
      given.add(gives);
    }
    expect(given.size).toBe(8);
  });

  test('a stage is computed from what it says it reads: with the rest taken away it gives the same', () => {
    const plan = study();
    const all = runPipeline(new Kept(), plan);
    for (const one of pipeline) {
      const read = Object.fromEntries(one.reads.map((r) => [r, all[r]])) as unknown as typeof all;
      const again = one.run(new Kept(), plan, read);
      expect(JSON.stringify(again[one.gives]), one.gives).toBe(JSON.stringify(all[one.gives]));
    }
  });

  test('its folders are there, and the page of the docs shows it as it is', () => {
    for (const { folder } of pipeline)
      expect(existsSync(at(`core/src/${folder}/index.ts`)), folder).toBe(true);
    const squeezed = (text: string) => text.replace(/[ -]{2,}/g, ' ');
    const page = readFileSync(at('docs/architecture.md'), 'utf8');
    expect(squeezed(page)).toContain(squeezed(pipelineTable()));
  });
});
