<script setup lang="ts">
import { ChevronDown, ChevronUp, GripVertical } from '@lucide/vue';
import { type SheetKind, sheetKinds } from '@fieldchalk/core';
import { computed, nextTick, ref } from 'vue';
import { VueDraggable } from 'vue-draggable-plus';
import { moved, sheetWords } from './sheetWords.ts';

/** What goes into a set, in the order it is bound: dragged, or moved by keys; what is left out waits below. */
const props = defineProps<{ modelValue: readonly SheetKind[] }>();
const emit = defineEmits<{ 'update:modelValue': [sheets: SheetKind[]] }>();
const list = ref<HTMLElement | null>(null);
const order = computed({
  get: () => [...props.modelValue],
  set: (sheets: SheetKind[]) => emit('update:modelValue', sheets),
});
const others = computed(() => sheetKinds.filter((k) => !props.modelValue.includes(k)));
function move(kind: SheetKind, by: -1 | 1) {
  const at = props.modelValue.indexOf(kind);
  emit('update:modelValue', moved(props.modelValue, at, by));
  // The key stays under the finger that pressed it.
  void nextTick(() =>
    list.value?.querySelector<HTMLElement>(`[data-sheet="${kind}"] [data-move="${by}"]`)?.focus(),
  );
}
const leave = (kind: SheetKind) =>
  emit(
    'update:modelValue',
    props.modelValue.filter((k) => k !== kind),
  );
</script>

<template>
  <div ref="list">
    <VueDraggable v-model="order" tag="ul" handle="[data-grip]" :animation="120">
      <li
        v-for="kind in order"
        :key="kind"
        :data-sheet="kind"
        class="flex min-h-9 items-center gap-2 border-b border-rule pointer-coarse:min-h-11"
      >
        <span data-grip class="cursor-grab text-quiet"><GripVertical :size="16" aria-hidden="true" /></span>
        <label class="flex min-w-0 flex-1 items-baseline gap-2 py-1">
          <input
            type="checkbox"
            class="size-4 shrink-0 self-center accent-chalk"
            checked
            @change="leave(kind)"
          />
          <span class="min-w-0">
            <b>{{ sheetWords[kind].name }}</b>
            <span class="block text-sm text-quiet">{{ sheetWords[kind].for }}</span>
          </span>
        </label>
        <button
          v-for="by in [-1, 1] as const"
          :key="by"
          type="button"
          class="grid min-h-8 min-w-8 place-items-center rounded-sm text-quiet hover:bg-chalk-soft pointer-coarse:min-h-11 pointer-coarse:min-w-11"
          :data-move="by"
          :aria-label="`${sheetWords[kind].name} ${by < 0 ? 'earlier' : 'later'}`"
          @click="move(kind, by)"
        >
          <component :is="by < 0 ? ChevronUp : ChevronDown" :size="18" aria-hidden="true" />
        </button>
      </li>
    </VueDraggable>
    <ul v-if="others.length > 0" class="mt-3" aria-label="Left out">
      <li v-for="kind in others" :key="kind" class="flex min-h-9 items-center border-b border-rule pl-6">
        <label class="flex flex-1 items-baseline gap-2 py-1 text-quiet">
          <input
            type="checkbox"
            class="size-4 shrink-0 self-center accent-chalk"
            :checked="false"
            @change="emit('update:modelValue', [...modelValue, kind])"
          />
          {{ sheetWords[kind].name }}
        </label>
      </li>
    </ul>
  </div>
</template>
