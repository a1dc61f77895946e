<script setup lang="ts">
import { drawMakeUp, type MakeUp, type Plan, type Result } from '@fieldchalk/core';
import { computed } from 'vue';

/** A box opened flat. Dark ink on paper whatever the theme, so that black, white and bare wires look like themselves; in the dark the paper is grey. */
const props = defineProps<{ plan: Plan; result: Result; box: string; makeup: MakeUp }>();
const drawing = computed(() => {
  const held = Object.entries(props.plan.devices)
    .filter(([, d]) => d.box === props.box)
    .sort((a, b) => a[1].slot - b[1].slot);
  const label = (run: string) =>
    props.result.labels.find((l) => l.run === run && l.end === props.box)?.text ?? 'there already';
  return drawMakeUp(held, props.plan, props.makeup, label);
});
const strokes = { black: '#17191a', red: '#b3261e', white: '#ffffff', bare: '#b8752a' } as const;
const screws = { brass: '#d9b23c', silver: '#e3e6e8', dark: '#555555', lead: '#d9b23c' } as const;
const capSize = { small: 7, middle: 9, large: 11 } as const;
/** A label in lines short enough to stand over its cable. */
const lines = (text: string) => {
  const parts = text.split(' · ');
  return parts.length <= 2 ? parts : [...parts.slice(0, 2), parts.slice(2).join(' · ')];
};
</script>

<template>
  <svg
    :viewBox="`0 -46 ${drawing.width} ${drawing.height + 46}`"
    class="w-full bg-paper"
    role="img"
    :aria-label="`How box ${box} is made up`"
    font-family="inherit"
  >
    <rect
      x="6"
      y="54"
      :width="drawing.width - 12"
      :height="drawing.height - 60"
      class="fill-paper-deep"
      stroke="#17191a"
      stroke-width="2.5"
      rx="8"
    />
    <template v-for="(w, i) in drawing.wires" :key="i">
      <path :d="w.path" fill="none" stroke="#17191a" :stroke-width="w.colour === 'white' ? 4.4 : 3.2" />
      <path
        :d="w.path"
        fill="none"
        :stroke="strokes[w.colour]"
        :stroke-width="w.colour === 'white' ? 2.8 : 2.4"
        :stroke-dasharray="w.colour === 'bare' ? '6 2' : undefined"
      />
      <text
        :x="w.at.x + 4"
        :y="w.at.y"
        font-size="9"
        font-weight="700"
        fill="#17191a"
        class="stroke-paper-deep"
        stroke-width="2.5"
        paint-order="stroke"
      >
        {{ w.letter }}{{ w.remarked ? '*' : '' }}
      </text>
    </template>
    <g v-for="c in drawing.cables" :key="c.run">
      <rect
        :x="c.x - c.width / 2"
        y="4"
        :width="c.width"
        height="60"
        rx="6"
        fill="#fff"
        stroke="#17191a"
        stroke-width="1.6"
      />
      <path v-if="c.feed" :d="`M${c.x} 22l-6 10h4l-2 12 8 -14h-5l3 -8z`" fill="#17191a" />
      <text :x="c.x" font-size="11" font-weight="700" fill="#17191a" text-anchor="middle">
        <tspan v-for="(l, k) in lines(c.text)" :key="k" :x="c.x" :y="-36 + 13 * k">{{ l }}</tspan>
      </text>
    </g>
    <g v-for="(j, i) in drawing.joints" :key="`j${i}`">
      <path
        v-if="j.size"
        :d="`M${j.x - capSize[j.size]} ${j.y + 8}L${j.x - 3} ${j.y - 12}h6L${j.x + capSize[j.size]} ${j.y + 8}z`"
        :fill="j.ground ? '#cfe8d4' : '#fff'"
        stroke="#17191a"
        stroke-width="1.6"
      />
      <circle v-else :cx="j.x" :cy="j.y" r="5" fill="#fff" stroke="#17191a" stroke-width="1.6" />
      <text
        :x="j.x + 13"
        :y="j.y + 2"
        font-size="10"
        fill="#17191a"
        class="stroke-paper-deep"
        stroke-width="3"
        paint-order="stroke"
      >
        {{ j.says }}
        <tspan v-if="j.size" :x="j.x + 13" :dy="11" fill="#444">
          {{ j.method === 'crimp' ? 'crimp' : j.method === 'cap' ? 'capped' : j.size }}
        </tspan>
      </text>
    </g>
    <g v-for="d in drawing.devices" :key="d.id">
      <rect
        :x="d.x - d.width / 2"
        y="366"
        :width="d.width"
        height="44"
        rx="4"
        fill="#fff"
        stroke="#17191a"
        stroke-width="2"
      />
      <text :x="d.x" y="405" font-size="12" font-weight="700" fill="#17191a" text-anchor="middle">
        {{ d.text }}
      </text>
    </g>
    <g v-for="(s, i) in drawing.screws" :key="`s${i}`">
      <circle :cx="s.x" :cy="s.y + 4" r="5" :fill="screws[s.colour]" stroke="#17191a" />
      <text :y="s.y + 18" font-size="9.5" fill="#17191a" text-anchor="middle">
        <tspan v-for="(word, k) in s.text.split(' ')" :key="k" :x="s.x" :dy="k === 0 ? 0 : 9">
          {{ word }}
        </tspan>
      </text>
    </g>
  </svg>
</template>
