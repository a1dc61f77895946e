<script setup lang="ts">
import { identityOf } from '@fieldchalk/core';
import { ref } from 'vue';
import TextField from '../fields/TextField.vue';
import { type NumberedFinding, useFindings } from '../stores/findings.ts';
import { onceReady } from '../stores/onceReady.ts';
import { useSession } from '../stores/session.ts';

/** One finding: what, where, why, what would put it right, and accepting it with a reason. */
const props = defineProps<{ finding: NumberedFinding }>();
const session = useSession();
const findings = useFindings();
const shape = { error: '✕', warning: '▲', note: '•' } as const;
const isAsking = ref(false);
const reason = ref('');
const accept = onceReady(() => {
  if (reason.value.trim() === '') return;
  if (session.edit('acceptFinding', { ...identityOf(props.finding.f), reason: reason.value }))
    isAsking.value = false;
});
</script>

<template>
  <div
    class="mb-2 border-l-4 py-1 pl-3"
    :class="[
      finding.f.level === 'note' || finding.f.accepted !== null ? 'border-quiet' : 'border-trouble',
      { 'bg-chalk-soft': findings.shown === finding.index },
    ]"
    :data-finding="finding.f.rule"
    :data-index="finding.index"
  >
    <button type="button" class="text-left" @click="findings.show(finding.index)">
      <b>{{ shape[finding.f.level] }} {{ finding.f.says }}</b>
    </button>
    <template v-if="finding.f.accepted === null">
      <p class="text-sm">{{ finding.f.fix }}</p>
      <p class="text-sm text-quiet">{{ finding.f.source }}</p>
      <div class="my-1 flex flex-wrap gap-2">
        <button
          v-for="(x, k) in finding.f.fixes"
          :key="x.label"
          type="button"
          class="key"
          @click="findings.fix(finding.f, k)"
        >
          {{ x.label }}
        </button>
        <button v-if="finding.f.level !== 'note'" type="button" class="key" @click="isAsking = !isAsking">
          Accept as it is…
        </button>
      </div>
      <form v-if="isAsking" class="flex items-end gap-2" @submit.prevent="accept">
        <TextField v-model="reason" class="flex-1" label="Why it is accepted" :maxlength="1000" />
        <button class="key key-main" type="submit" :disabled="reason.trim() === ''">Accept</button>
      </form>
    </template>
    <template v-else>
      <p class="text-sm">Accepted: {{ finding.f.accepted }}</p>
      <button class="key mt-1" type="button" @click="session.edit('reopenFinding', identityOf(finding.f))">
        Open it again
      </button>
    </template>
  </div>
</template>
