<script setup lang="ts">
import { lineHeight, type PlacedLabel } from '@fieldchalk/core/drawing';
import { computed } from 'vue';

/** How one label is lettered; what is not said stays ink on what is under it. */
export interface LabelLook {
  readonly tone?: 'ink' | 'quiet' | 'chalk' | 'trouble';
  readonly isLight?: boolean;
  /** A ground of its own, with white letters on it. */
  readonly badge?: { readonly fill: string; readonly dash: readonly number[] } | undefined;
}

/** Labels where core placed them, over a drawing that has pixels for units. Draws only; a label stands for its mark when it is pressed. */
const props = defineProps<{
  labels: readonly PlacedLabel[];
  lookOf: (id: string) => LabelLook;
  /** Which labels can be pressed. */
  isPressed?: (id: string) => boolean;
}>();
const emit = defineEmits<{ press: [id: string, event: PointerEvent] }>();
const tones = {
  ink: 'fill-ink',
  quiet: 'fill-quiet',
  chalk: 'fill-chalk',
  trouble: 'fill-trouble',
} as const;
const drawn = computed(() =>
  props.labels.map((label) => {
    let y = label.rect.y;
    const lines = label.lines.map((text, i) => {
      const size = i === 0 ? label.size : label.restSize;
      y += size * lineHeight;
      return { text, size, y: y - size * 0.3 };
    });
    return {
      ...label,
      lines,
      middle: label.rect.x + label.rect.width / 2,
      look: props.lookOf(label.id),
      isPressed: props.isPressed?.(label.id) ?? false,
    };
  }),
);
</script>

<template>
  <g data-labels>
    <line
      v-for="l in drawn.filter((d) => d.leader)"
      :key="`to ${l.id}`"
      :x1="l.leader?.a.x"
      :y1="l.leader?.a.y"
      :x2="l.leader?.b.x"
      :y2="l.leader?.b.y"
      class="stroke-quiet"
      stroke-width="0.8"
      pointer-events="none"
    />
    <g
      v-for="l in drawn"
      :key="l.id"
      :data-label="l.id"
      :pointer-events="l.isPressed ? undefined : 'none'"
      :class="{ 'cursor-pointer': l.isPressed }"
      @pointerdown="l.isPressed && emit('press', l.id, $event)"
    >
      <rect
        v-if="(l.isPressed && !l.id.startsWith('room ')) || l.look.badge"
        :x="l.rect.x"
        :y="l.rect.y"
        :width="l.rect.width"
        :height="l.rect.height"
        rx="5"
        :fill="l.look.badge?.fill ?? 'transparent'"
        :class="{ 'stroke-ink': l.look.badge }"
        :stroke-dasharray="l.look.badge?.dash.length ? l.look.badge.dash.join(' ') : undefined"
      />
      <text
        v-for="(line, i) in l.lines"
        :key="i"
        :x="l.middle"
        :y="line.y"
        :font-size="line.size"
        text-anchor="middle"
        paint-order="stroke"
        stroke-linejoin="round"
        :stroke-width="l.look.badge ? 0 : 3"
        class="stroke-sheet"
        :class="[
          l.look.badge ? '' : tones[l.look.tone ?? 'ink'],
          i === 0 && !l.look.isLight ? 'font-bold' : '',
        ]"
        :fill="l.look.badge ? '#fff' : undefined"
      >
        {{ line.text }}
      </text>
    </g>
  </g>
</template>
