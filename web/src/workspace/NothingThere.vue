<script setup lang="ts">
import { useSession } from '../stores/session.ts';

/** Says that there is nothing, once that is known; until the plan is worked out, that it is not yet. */
const session = useSession();
</script>

<template>
  <p class="text-quiet">
    <slot v-if="session.result" /><template v-else>This is being worked out…</template>
  </p>
</template>
