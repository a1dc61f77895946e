import { Computer, sheetKinds, type Plan } from '@fieldchalk/core';
import { connectedHouse, wired } from '@fieldchalk/core/bench';
import { marlStreet } from '@fieldchalk/core/demo';
import { pdfOf, sheetPages } from '../src/index.ts';

/**
 * All sheets of the demo and of a wired house of 30 rooms, from a plan nothing is worked out of: working it out, laying the pages out, writing the PDF. Each beside
 * a full compute in the same run; the least of three.
 */
const houses: [string, () => Plan][] = [
  ['demo', () => structuredClone(marlStreet()) as Plan],
  ['30 rooms', () => wired(connectedHouse(30))],
];
const set = {
  sheets: sheetKinds,
  paper: 'letter',
  turned: 'landscape',
  revision: 'Bench',
  day: '2026-11-28',
} as const;

for (const [name, make] of houses) {
  const plan = make();
  const runs: { compute: number; pages: number; pdf: number; count: number; bytes: number }[] = [];
  for (let i = 0; i < 3; i++) {
    const began = performance.now();
    const computer = new Computer();
    computer.compute(plan);
    const computed = performance.now();
    const pages = sheetPages(plan, computer, set);
    const laidOut = performance.now();
    const pdf = await pdfOf(pages, { title: plan.job.name, day: set.day });
    const written = performance.now();
    runs.push({
      compute: computed - began,
      pages: laidOut - computed,
      pdf: written - laidOut,
      count: pages.length,
      bytes: pdf.length,
    });
  }
  const [best] = runs.sort((a, b) => a.compute + a.pages + a.pdf - (b.compute + b.pages + b.pdf));
  if (!best) continue;
  const { compute, pages, pdf, count, bytes } = best;
  const whole = compute + pages + pdf;
  console.log(
    `${name}: ${count} pages, ${(bytes / 1e6).toFixed(1)} MB; worked out ${compute.toFixed(0)} ms, laid out ${pages.toFixed(0)} ms, written ${pdf.toFixed(0)} ms; in all ${(whole / 1000).toFixed(1)} s, ${(whole / compute).toFixed(1)} of a full compute`,
  );
}
