import { existsSync, readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { study } from '../../demo/study.ts';
import { markView } from '../incremental/index.ts';
import type { House } from '../stages/index.ts';
import { Computer } from './index.ts';
import { pipeline, pipelineTable } from './pipeline.ts';

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

  test('a stage is made from what it says it reads: with the rest taken away it gives the same', () => {
    const all = new Computer().take(study());
    expect(Object.keys(all).sort()).toEqual(['plan', ...pipeline.map((s) => s.gives)].sort());
    for (const { gives, reads, of } of pipeline) {
      const read = Object.fromEntries(reads.map((r) => [r, all[r]]));
      const again = of(markView({ plan: all.plan, ...read }) as unknown as House);
      expect(JSON.stringify(again), gives).toBe(JSON.stringify(all[gives]));
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
