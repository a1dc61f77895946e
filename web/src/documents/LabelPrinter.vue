<script setup lang="ts">
import { Tag } from '@lucide/vue';
import type { LabelPrinterKnown, LabelsAsked, LabelsPrinted } from '@fieldchalk/contracts';
import { cableLabelsInOrder } from '@fieldchalk/core';
import { computed, onMounted, ref } from 'vue';
import ChoiceField from '../fields/ChoiceField.vue';
import { call } from '../session/api.ts';
import { useSession } from '../stores/session.ts';

/** Labels for both ends of every cable, on the label printer of the house; a jam is cleared and gone on from. */
const props = defineProps<{ job: string }>();
const session = useSession();
const address = ref<string | null>(null);
onMounted(async () => {
  const known = await call<LabelPrinterKnown>('GET', '/label-printer').catch(() => null);
  address.value = known?.address ?? null;
});
const labels = computed(() => (session.result ? cableLabelsInOrder(session.result.cuts) : []));
const tape = ref<LabelsAsked['tape']>(12);
const tapes = ([6, 9, 12, 18, 24] as const).map((value) => ({ value, says: `${value} mm` }));
/** How many of them have come out. */
const printed = ref(0);
const isPrinting = ref(false);
const says = ref('');
/** Counts pictures of the strip, so that each is fetched anew. */
const picture = ref(0);
async function print() {
  if (printed.value >= labels.value.length) printed.value = 0;
  isPrinting.value = true;
  says.value = '';
  try {
    const asked: LabelsAsked = { tape: tape.value, labels: labels.value.slice(printed.value) };
    const came = await call<LabelsPrinted>('POST', `/jobs/${props.job}/labels`, asked);
    printed.value += came.printed;
    says.value = came.says
      ? `The label printer ${came.says}: ${printed.value} of ${labels.value.length} came out. See to it, and go on.`
      : `All ${labels.value.length} came out.`;
    picture.value++;
  } catch (error) {
    says.value = (error as Error).message;
  }
  isPrinting.value = false;
}
const keySays = computed(() =>
  printed.value > 0 && printed.value < labels.value.length
    ? `Go on from ${printed.value + 1}`
    : `Print ${labels.value.length} cable labels`,
);
</script>

<template>
  <section v-if="address !== null" aria-label="Label printer">
    <h3 class="heading">Label printer</h3>
    <p v-if="labels.length === 0" class="text-quiet">Labels come with the cables: lay the runs first.</p>
    <div v-else class="flex flex-wrap items-end gap-2">
      <ChoiceField v-model="tape" class="w-28" label="Tape" :options="tapes" />
      <button class="key" type="button" :disabled="isPrinting" @click="print">
        <Tag :size="18" aria-hidden="true" /> {{ keySays }}
      </button>
      <a class="pb-2 underline" :href="address" target="_blank" rel="noreferrer">Its own page</a>
    </div>
    <p v-if="says" role="status" class="mt-2">{{ says }}</p>
    <div
      v-if="picture > 0"
      tabindex="0"
      role="group"
      aria-label="Strip"
      class="mt-2 max-h-64 overflow-y-auto border border-rule bg-white"
    >
      <img :src="`/api/label-printer/strip?${picture}`" alt="The strip as it hangs out of the printer" />
    </div>
  </section>
</template>
