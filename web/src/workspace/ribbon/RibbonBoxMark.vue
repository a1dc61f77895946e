<script setup lang="ts">
import type { RibbonBox } from '@fieldchalk/core/drawing';
import { computed } from 'vue';
import type { BoxLook } from '../circuits/look.ts';

/** One box on the ribbon: chalk while it is only proposed, solid once kept, hatched where it is there already, ticked when the crew has nailed it. Inches. */
const props = defineProps<{
  box: RibbonBox;
  /** Its top edge on the drawing. */
  top: number;
  scale: number;
  /** Before the names of the drawing's patterns. */
  patterns: string;
  selected: boolean;
  done: boolean;
  look?: BoxLook | undefined;
  /** Whether it is pressed with a finger. */
  coarse: boolean;
  /** Whether it stays where it is: then the row may be moved by it. */
  fixed: boolean;
}>();
/** A finger on a box drags it; the row under it would scroll. */
function hold(event: TouchEvent) {
  if (!props.fixed) event.preventDefault();
}
const isChalk = computed(() => !props.box.kept && !props.done);
/** Around the mark it can be pressed too: a finger needs 44 pixels. */
const room = computed(() => {
  const around = (size: number, least: number) =>
    Math.max(least, props.coarse ? (44 - size * props.scale) / 2 : 0) / props.scale;
  return { x: around(props.box.width, 7), y: around(props.box.height, 9) };
});
/** From so wide on the places of its devices are told apart. */
const places = computed(() => (props.box.width * props.scale > 20 ? props.box.holds.length : 0));
</script>

<template>
  <g class="cursor-grab" role="button" :aria-pressed="selected" :data-box="box.id" @touchstart="hold">
    <rect
      :x="box.x - room.x"
      :y="top - room.y"
      :width="box.width + 2 * room.x"
      :height="box.height + 2 * room.y"
      fill="transparent"
      data-target
    />
    <rect
      v-if="selected"
      :x="box.x - 5 / scale"
      :y="top - 5 / scale"
      :width="box.width + 10 / scale"
      :height="box.height + 10 / scale"
      class="fill-chalk-soft stroke-chalk"
      :stroke-width="2.4 / scale"
    />
    <!-- Dust around the snapped line. -->
    <rect
      v-if="isChalk && !look"
      :x="box.x - 2 / scale"
      :y="top - 2 / scale"
      :width="box.width + 4 / scale"
      :height="box.height + 4 / scale"
      fill="none"
      :stroke="`url(#${patterns}-face)`"
      :stroke-width="3.4 / scale"
    />
    <rect
      :x="box.x"
      :y="top"
      :width="box.width"
      :height="box.height"
      :stroke-width="(isChalk ? 2 : 1.8) / scale"
      :fill="
        look
          ? look.dead
            ? 'none'
            : look.fill
          : box.existing
            ? `url(#${patterns}-there)`
            : isChalk
              ? 'var(--sheet)'
              : done
                ? 'var(--good)'
                : 'var(--ink)'
      "
      :stroke="isChalk && !look ? `url(#${patterns}-line)` : 'var(--ink)'"
    />
    <path
      v-if="places > 1"
      :d="
        Array.from(
          { length: places - 1 },
          (_, i) => `M${box.x + ((i + 1) * box.width) / places} ${top + 0.4}v${box.height - 0.8}`,
        ).join('')
      "
      :stroke="box.kept && !box.existing ? 'var(--sheet)' : 'var(--chalk)'"
      :stroke-width="1 / scale"
    />
    <path
      v-if="done"
      :d="`M${box.x + box.width * 0.2} ${top + box.height * 0.55}l${box.width * 0.22} ${box.height * 0.2}l${box.width * 0.42} ${-box.height * 0.45}`"
      fill="none"
      stroke="#15181a"
      :stroke-width="2 / scale"
    />
  </g>
</template>
