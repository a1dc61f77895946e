import createGraph from 'ngraph.graph';
import { aStar } from 'ngraph.path';
import { medianMs } from './timing.ts';
import { Computer } from '../src/compute/index.ts';
import { copies } from './compute.bench.ts';
import { study } from '../demo/study.ts';
import { randomFrom } from '../testing/index.ts';
import { bayWidth, stepsFrom } from '../src/runs/graph.ts';
import { stepCostFor } from '../src/runs/route.ts';
import { cheapestPath } from '../src/runs/search.ts';

/** The path search against a general path library (ngraph.path, A* without a heuristic) on the same graph and pairs. */
export function bench(): string[] {
  const stages = new Computer().take(copies(study(), 4));
  const graph = stages.runs.graph();
  const cost = stepCostFor(stages.rules, 'auto', 48);
  const general = createGraph<undefined, number>({ multigraph: true });
  graph.nodes.forEach((_, i) => general.addNode(i));
  const all = graph.nodes.map((_, node) => stepsFrom(graph, node));
  all.forEach((steps, from) => steps.forEach((s) => general.addLink(from, s.to, cost(s))));
  const finder = aStar(general, { oriented: true, distance: (_a, _b, link) => link.data });
  const random = randomFrom(7);
  const perRoom = Math.floor(graph.nodes.length / 4);
  const pairs = Array.from(
    { length: 40 },
    () => [Math.floor(random() * perRoom), Math.floor(random() * perRoom)] as const,
  );
  const headingOf = (node: number) => {
    const place = graph.nodes[node]!;
    const { x, y, z } = place.at;
    return { x, y, low: z, high: z, free: bayWidth(graph.pieces.get(place.wall)!, place) };
  };
  const ours = medianMs(7, () =>
    pairs.forEach(([a, b]) =>
      cheapestPath(graph, [{ node: a, cost: 0 }], [{ node: b, cost: 0 }], cost, headingOf(b)),
    ),
  );
  const theirs = medianMs(7, () => pairs.forEach(([a, b]) => finder.find(a, b)));
  const links = all.reduce((sum, s) => sum + s.length, 0);
  return [
    `40 searches, ${graph.nodes.length} nodes, ${links} steps`.padEnd(44) +
      ` ${ours.toFixed(1).padStart(8)} ms   ${(ours / theirs).toFixed(2)} × ngraph.path (${theirs.toFixed(1)} ms)`,
  ];
}
