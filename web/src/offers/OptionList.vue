<script setup lang="ts">
import { moreWords, type OfferedOption } from '@fieldchalk/core';
import { ref } from 'vue';
import RemoveKey from '../fields/RemoveKey.vue';
import TextField from '../fields/TextField.vue';
import WordsField from '../fields/WordsField.vue';
import { useSession } from '../stores/session.ts';

import { unpricedWords } from './unpricedWords.ts';

/** Work the customer may choose: each at what it adds, ticked where they take it. Its words open on a press. */
const props = defineProps<{ options: readonly OfferedOption[] }>();
const taken = defineModel<readonly string[]>('taken', { required: true });
const session = useSession();
const open = ref<string | null>(null);
const tick = (id: string) => {
  const isIn = taken.value.includes(id);
  taken.value = props.options.map((o) => o.id).filter((o) => (o === id ? !isIn : taken.value.includes(o)));
};
const say = (option: string, changes: { name?: string; says?: string }) =>
  session.edit('setOption', { option, changes });
</script>

<template>
  <ul>
    <li v-for="o in options" :key="o.id" class="border-b border-rule py-1.5" :data-option="o.id">
      <div class="flex items-center gap-2">
        <input
          :id="`take-${o.id}`"
          type="checkbox"
          class="h-5 w-5 shrink-0"
          :checked="taken.includes(o.id) && o.cents !== null"
          :disabled="o.cents === null"
          @change="tick(o.id)"
        />
        <label :for="`take-${o.id}`" class="min-w-0 flex-1 pointer-coarse:py-2.5">{{ o.name }}</label>
        <b v-if="o.cents !== null && o.unpriced.length === 0">{{ moreWords(o.cents) }}</b>
        <button
          class="key"
          type="button"
          :aria-expanded="open === o.id"
          :aria-label="`Words of ${o.name}`"
          @click="open = open === o.id ? null : o.id"
        >
          Words
        </button>
      </div>
      <p v-if="o.wrong" class="mt-1 text-sm text-trouble">This option {{ o.wrong }}</p>
      <p v-if="o.unpriced.length > 0" class="mt-1 text-sm text-trouble">
        {{ unpricedWords(o.unpriced) }}
      </p>
      <div v-if="open === o.id" class="mt-1 grid gap-2">
        <TextField label="Called" :model-value="o.name" @update:model-value="(name) => say(o.id, { name })" />
        <WordsField
          label="What the customer reads of it"
          :rows="2"
          :model-value="o.says"
          @update:model-value="(says) => say(o.id, { says })"
        />
        <RemoveKey
          class="justify-self-start"
          :says="`Offer ${o.name} no more`"
          @remove="session.edit('removeOption', { option: o.id })"
        />
      </div>
    </li>
  </ul>
</template>
