<script setup lang="ts">
import { formatLength, framingKinds } from '@fieldchalk/core';
import { computed } from 'vue';
import { useJob } from '../stores/job.ts';
import { boxNumber } from './names.ts';

const job = useJob();

const walls = computed(() => {
  const plan = job.plan;
  if (!plan) return [];
  return Object.entries(plan.walls).map(([id, w]) => {
    const [a, b] = [plan.points[w.from]!, plan.points[w.to]!];
    const span = Math.hypot(b.x - a.x, b.y - a.y) || 1;
    const u = { x: (b.x - a.x) / span, y: (b.y - a.y) / span };
    const half = framingKinds[w.framing].depth / 2;
    const at = (along: number, off: number) => ({
      x: a.x + u.x * along - u.y * off,
      y: -(a.y + u.y * along + u.x * off),
    });
    const corner = (along: number, off: number) => `${at(along, off).x},${at(along, off).y}`;
    const block = (start: number, end: number) =>
      [corner(start, half), corner(end, half), corner(end, -half), corner(start, -half)].join(' ');
    const openings = Object.entries(plan.openings)
      .filter(([, o]) => o.wall === id)
      .map(([openingId, o]) => {
        const hinge = o.hinge === 'from' ? o.at : o.at + o.width;
        const strike = o.hinge === 'from' ? o.at + o.width : o.at;
        const out = o.swing === 'left' ? 1 : -1;
        const [h, s, tip] = [
          at(hinge, half * out),
          at(strike, half * out),
          at(hinge, (half + o.width) * out),
        ];
        const sweep = (o.hinge === 'from') === (o.swing === 'left') ? 1 : 0;
        const arc =
          o.kind === 'door'
            ? `M${h.x} ${h.y}L${tip.x} ${tip.y}A${o.width} ${o.width} 0 0 ${sweep} ${s.x} ${s.y}`
            : '';
        return { id: openingId, block: block(o.at, o.at + o.width), arc };
      });
    const studs = (job.result?.members ?? [])
      .filter((m) => m.wall === id && m.number !== null)
      .map((m) => block(m.at - 0.75, m.at + 0.75));
    return { id, block: block(-half, span + half), openings, studs, closed: w.cover === 'closed' };
  });
});

const boxes = computed(() => {
  const plan = job.plan;
  if (!plan || !job.result) return [];
  return Object.entries(job.result.marks).map(([id, m]) => {
    const w = plan.walls[m.wall]!;
    const [a, b] = [plan.points[w.from]!, plan.points[w.to]!];
    const span = Math.hypot(b.x - a.x, b.y - a.y) || 1;
    const u = { x: (b.x - a.x) / span, y: (b.y - a.y) / span };
    const off = (m.side === 'left' ? 1 : -1) * (framingKinds[w.framing].depth / 2 + 5);
    return {
      id,
      x: a.x + u.x * m.at - u.y * off,
      y: -(a.y + u.y * m.at + u.x * off),
      label: boxNumber(id),
    };
  });
});

const cables = computed(() =>
  Object.entries(job.result?.runs ?? {}).map(([id, r]) => ({
    id,
    points: r.path.map((p) => `${p.x},${-p.y}`).join(' '),
  })),
);

const view = computed(() => {
  const points = Object.values(job.plan?.points ?? {});
  if (points.length === 0) return '0 0 200 120';
  const xs = points.map((p) => p.x);
  const ys = points.map((p) => -p.y);
  const [x, y] = [Math.min(...xs) - 16, Math.min(...ys) - 16];
  return `${x} ${y} ${Math.max(...xs) - x + 16} ${Math.max(...ys) - y + 16}`;
});
const rooms = computed(() =>
  Object.entries(job.plan?.rooms ?? {}).map(([id, r]) => ({ id, ...r, found: job.result?.rooms[id] })),
);
</script>

<template>
  <section class="relative min-h-0 bg-ground p-2" aria-label="Plan">
    <svg
      v-if="walls.length > 0"
      :viewBox="view"
      class="h-full w-full"
      role="group"
      aria-label="Plan of the level"
    >
      <template v-for="w in walls" :key="w.id">
        <polygon :points="w.block" class="fill-sheet stroke-ink" stroke-width="0.8" />
        <polygon
          v-for="(s, i) in w.studs"
          :key="i"
          :points="s"
          class="fill-wood stroke-wood-edge"
          stroke-width="0.3"
        />
        <g v-for="o in w.openings" :key="o.id">
          <polygon :points="o.block" class="fill-ground stroke-quiet" stroke-width="0.6" />
          <path v-if="o.arc" :d="o.arc" fill="none" class="stroke-quiet" stroke-width="0.7" />
        </g>
      </template>
      <polyline
        v-for="c in cables"
        :key="c.id"
        :points="c.points"
        fill="none"
        class="stroke-chalk"
        stroke-width="1"
        stroke-dasharray="3 1.6"
      />
      <g v-for="r in rooms" :key="r.id" text-anchor="middle">
        <text :x="r.x" :y="-r.y" font-size="10" class="fill-ink font-bold">{{ r.name || 'Room' }}</text>
        <text v-if="r.found?.closed" :x="r.x" :y="-r.y + 9" font-size="6.5" class="fill-quiet">
          {{ Math.round(r.found.area / 144) }} sq ft · {{ formatLength(r.found.perimeter) }} round
        </text>
      </g>
      <g v-for="b in boxes" :key="b.id" class="cursor-pointer" @click="job.choose({ kind: 'box', id: b.id })">
        <circle :cx="b.x" :cy="b.y" r="4.6" :class="job.selection?.id === b.id ? 'fill-chalk' : 'fill-ink'" />
        <text :x="b.x" :y="b.y + 2" font-size="5.6" text-anchor="middle" class="fill-sheet font-bold">
          {{ b.label }}
        </text>
      </g>
    </svg>
    <p v-else class="p-6 text-lg text-quiet">Nothing is drawn yet. Name a room and type its first wall.</p>
  </section>
</template>
