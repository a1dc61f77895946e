<script setup lang="ts">
import { SplitterGroup, SplitterPanel, SplitterResizeHandle } from 'reka-ui';
import { computed } from 'vue';
import ErrorBoundary from '../ErrorBoundary.vue';
import { type Part, type Piece, pieces, piecesOf } from './layouts.ts';

/** Panes beside and under each other, their sizes the user's; each holds the slot of its name. */
const props = defineProps<{
  part: Part;
  /** Under which their sizes are kept. */
  keeps: string;
}>();
defineSlots<Record<Piece, (props: object) => unknown>>();
const key = (part: Part) =>
  piecesOf(part)
    .map((p) => p.piece)
    .join('+');
const kept = computed(() => `${props.keeps}.${key(props.part)}`);
const least = (part: Part) => Math.min(part.size, 14);
const names = (part: Part) =>
  piecesOf(part)
    .map((p) => pieces[p.piece])
    .join(', ');
</script>

<template>
  <div v-if="'piece' in part" class="h-full min-h-0 min-w-0" :data-pane="part.piece">
    <ErrorBoundary :where="pieces[part.piece].toLowerCase()"><slot :name="part.piece" /></ErrorBoundary>
  </div>
  <SplitterGroup
    v-else
    :key="kept"
    :direction="part.split === 'columns' ? 'horizontal' : 'vertical'"
    :auto-save-id="kept"
    class="min-h-0"
  >
    <template v-for="(p, i) in part.parts" :key="key(p)">
      <SplitterResizeHandle
        v-if="i > 0"
        class="splitter print:hidden"
        :class="part.split === 'columns' ? 'w-1.5' : 'h-1.5'"
        :aria-label="`${part.split === 'columns' ? 'Width' : 'Height'} of: ${names(p)}`"
      />
      <SplitterPanel :default-size="p.size" :min-size="least(p)" class="min-h-0 min-w-0">
        <PaneTree :part="p" :keeps="kept">
          <template v-for="piece in piecesOf(p).map((own) => own.piece)" :key="piece" #[piece]
            ><slot :name="piece"
          /></template>
        </PaneTree>
      </SplitterPanel>
    </template>
  </SplitterGroup>
</template>
