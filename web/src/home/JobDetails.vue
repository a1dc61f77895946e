<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue';
import { reactive } from 'vue';
import type { JobAboutChanges, ListedJob } from '@fieldchalk/contracts';
import ChoiceField from '../fields/ChoiceField.vue';
import TextField from '../fields/TextField.vue';

/** What is said of a job as a whole, to be set anew. */
const props = defineProps<{
  name: string;
  about: ListedJob['about'];
  /** What was wrong with it when it was saved. */
  trouble: string;
}>();
const emit = defineEmits<{ save: [about: JobAboutChanges]; close: [] }>();
const { kind, address, customer, starts, ends } = props.about;
const said = reactive({ name: props.name, kind, address, customer, starts, ends });
</script>

<template>
  <Dialog open class="relative z-30" @close="emit('close')">
    <div class="fixed inset-0 bg-black/50" aria-hidden="true" />
    <div class="fixed inset-0 grid place-items-center p-4">
      <DialogPanel class="max-h-full w-full max-w-lg overflow-y-auto bg-sheet p-6 text-ink">
        <DialogTitle class="mb-3 text-2xl font-bold">About the job</DialogTitle>
        <form class="grid grid-cols-2 gap-3" @submit.prevent="emit('save', { ...said })">
          <TextField v-model="said.name" class="col-span-2" label="Name" required />
          <TextField v-model="said.address" class="col-span-2" label="Address" />
          <TextField v-model="said.customer" label="Customer" />
          <ChoiceField
            v-model="said.kind"
            label="Kind of work"
            :options="[
              { value: 'addition', says: 'Addition' },
              { value: 'renovation', says: 'Renovation' },
              { value: 'new', says: 'New house' },
            ]"
          />
          <TextField v-model="said.starts" label="First day" type="date" />
          <TextField v-model="said.ends" label="Last day" type="date" />
          <p v-if="trouble" class="col-span-2 border-l-4 border-trouble pl-3" role="alert">{{ trouble }}</p>
          <p class="col-span-2 flex justify-end gap-2">
            <button class="key" type="button" @click="emit('close')">Leave as it is</button>
            <button class="key key-main" type="submit">Save</button>
          </p>
        </form>
        <!-- What may be done with the job as a whole. -->
        <p v-if="$slots.default" class="mt-5 flex flex-wrap gap-2 border-t border-rule pt-4"><slot /></p>
      </DialogPanel>
    </div>
  </Dialog>
</template>
