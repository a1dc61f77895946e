<script setup lang="ts">
import { compareIds } from '@fieldchalk/core';
import { computed, ref } from 'vue';
import NumberField from '../../fields/NumberField.vue';
import RemoveKey from '../../fields/RemoveKey.vue';
import TextField from '../../fields/TextField.vue';
import { onceReady } from '../../stores/onceReady.ts';
import { useSession } from '../../stores/session.ts';
import DaysList from './DaysList.vue';

/** Who works on the job by name, how fast each is, and the days they are off; and the days on which nobody works. */
const session = useSession();
const people = computed(() => Object.entries(session.plan?.crew ?? {}).sort(([a], [b]) => compareIds(a, b)));
/** Open where something is said; what a person opens or closes stays so. */
const isOpen = ref(people.value.length + (session.plan?.job.closed.length ?? 0) > 0);
const name = ref('');
const add = onceReady(() => {
  if (name.value === '') return;
  if (session.edit('addPerson', { name: name.value })) name.value = '';
});
</script>

<template>
  <details
    class="mt-3"
    aria-label="Crew by name"
    :open="isOpen"
    @toggle="isOpen = ($event.target as HTMLDetailsElement).open"
  >
    <summary class="cursor-pointer py-1 font-bold">
      {{
        people.length === 0 ? 'Crew by name, days off' : `Crew: ${people.map(([, p]) => p.name).join(', ')}`
      }}
    </summary>
    <ul>
      <li
        v-for="[id, p] in people"
        :key="id"
        class="flex flex-wrap items-end gap-2 border-b border-rule py-1.5"
        :data-person="p.name"
      >
        <TextField
          class="w-44"
          :label="`Name of ${p.name}`"
          hide-label
          :model-value="p.name"
          @update:model-value="(to) => session.edit('setPerson', { person: id, changes: { name: to } })"
        />
        <NumberField
          class="w-32"
          :label="`Pace of ${p.name}, %`"
          :min="10"
          :max="200"
          :model-value="p.pace"
          @update:model-value="(pace) => session.edit('setPerson', { person: id, changes: { pace } })"
        />
        <DaysList
          class="min-w-48 flex-1"
          :label="`${p.name} is off on`"
          :days="p.off"
          @update="(off) => session.edit('setPerson', { person: id, changes: { off } })"
        />
        <RemoveKey
          :says="`Take ${p.name} off the job`"
          @remove="session.edit('removePerson', { person: id })"
        />
      </li>
    </ul>
    <form class="mt-2 flex flex-wrap items-end gap-2" @submit.prevent="add">
      <label class="w-44">
        <span class="text-sm text-quiet">Somebody on the job</span>
        <input v-model.trim="name" class="field text-base" maxlength="200" autocomplete="off" />
      </label>
      <button class="key">Put on the job</button>
      <DaysList
        class="min-w-48 flex-1"
        label="Nobody works on"
        :days="session.plan?.job.closed ?? []"
        @update="(closed) => session.edit('describeJob', { closed })"
      />
    </form>
  </details>
</template>
