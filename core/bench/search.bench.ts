import createGraph from 'ngraph.graph';
import { aStar } from 'ngraph.path';
import { medianMs } from './timing.ts';
import { Computer } from '../src/compute/index.ts';
import type { Figure } from './edits.bench.ts';
import { connectedHouse, wired } from './wired.ts';
import { randomFrom } from '../testing/index.ts';
import { bayWidth, stepsFrom } from '../src/runs/graph.ts';
import { stepCostFor } from '../src/runs/route.ts';
import { cheapestPath } from '../src/runs/paths.ts';

/** Ways asked for, anywhere to anywhere in a wired house. */
const searches = 40;

/** Milliseconds for all of them: ours, and a general path library's (ngraph.path, A* without a heuristic) on the same graph and pairs. */
function measured(rooms: number) {
  const stages = new Computer().take(wired(connectedHouse(rooms)));
  const graph = stages.runs.graph();
  const cost = stepCostFor(stages.rules, 'auto', 48);
  const general = createGraph<undefined, number>({ multigraph: true });
  graph.nodes.forEach((_, i) => general.addNode(i));
  const all = graph.nodes.map((_, node) => stepsFrom(graph, node));
  all.forEach((steps, from) => steps.forEach((s) => general.addLink(from, s.to, cost(s))));
  const finder = aStar(general, { oriented: true, distance: (_a, _b, link) => link.data });
  const random = randomFrom(7);
  const any = () => Math.floor(random() * graph.nodes.length);
  const pairs = Array.from({ length: searches }, () => [any(), any()] as const);
  const headingOf = (node: number) => {
    const place = graph.nodes[node]!;
    const { x, y, z } = place.at;
    return { x, y, low: z, high: z, free: bayWidth(graph.pieces.get(place.wall)!, place) };
  };
  // Rounds of less than a few milliseconds are many, so that both are as fast as they get.
  const rounds = rooms > 1 ? 5 : 61;
  const ours = medianMs(rounds, () =>
    pairs.forEach(([a, b]) =>
      cheapestPath(graph, [{ node: a, cost: 0 }], [{ node: b, cost: 0 }], cost, { heading: headingOf(b) }),
    ),
  );
  const theirs = medianMs(rounds, () => pairs.forEach(([a, b]) => finder.find(a, b)));
  return { ours, theirs, nodes: graph.nodes.length, links: all.reduce((sum, s) => sum + s.length, 0) };
}

const sizes = [1, 8];

export const figures = (): Figure[] =>
  sizes.map((rooms) => {
    const { ours, theirs } = measured(rooms);
    return { id: `path ${rooms}`, ratio: ours / theirs, of: 'ngraph.path' };
  });

export const bench = (): string[] =>
  sizes.map((rooms) => {
    const { ours, theirs, nodes, links } = measured(rooms);
    return (
      `${searches} searches, ${nodes} nodes, ${links} steps`.padEnd(44) +
      ` ${ours.toFixed(1).padStart(8)} ms   ${(ours / theirs).toFixed(2)} × ngraph.path (${theirs.toFixed(1)} ms)`
    );
  });
