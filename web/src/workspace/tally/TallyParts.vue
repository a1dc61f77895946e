<script setup lang="ts">
import { computed } from 'vue';
import { useSession } from '../../stores/session.ts';
import type { Tally } from '../../stores/tally.ts';
import { partsOf } from './tallyParts.ts';

/** What a figure of the tally is made of. */
const props = defineProps<{ of: Exclude<keyof Tally, 'unpriced'> }>();
const session = useSession();
const parts = computed(() => (session.result ? partsOf(props.of, session.result) : []));
</script>

<template>
  <p v-for="p in parts" :key="p.what" class="row text-sm">
    <span>{{ p.what }}</span><b>{{ p.value }}</b>
  </p>
</template>
