<script setup lang="ts">
import { changeAbout, editWords } from '@fieldchalk/core';
import type { Pending } from '../session/pendingChange.ts';
import { useSession } from '../stores/session.ts';

/** Changes made here that are not in the plan, each with what is wrong with it: to be made again, or let go. */
const session = useSession();
const about = ({ patches }: Pending) => (session.plan ? changeAbout(patches, session.plan) : '');
</script>

<template>
  <section
    v-if="session.aside.length > 0"
    class="mb-3 border-l-4 border-trouble bg-sheet p-2"
    aria-label="Not in the plan"
    data-aside
  >
    <h2 class="font-bold">
      {{
        session.aside.length === 1 ? 'A change of yours is' : `${session.aside.length} changes of yours are`
      }}
      not in the plan
    </h2>
    <ul>
      <li v-for="{ change, says } in session.aside" :key="change.id" class="border-t border-rule py-2">
        <b>{{ about(change) }}</b> “{{ editWords(change.name) }}”: {{ says }}
        <span class="mt-1 flex gap-2">
          <button class="key" type="button" @click="session.takeUp(change.id)">Make it again</button>
          <button class="key" type="button" @click="session.letGo(change.id)">Let it go</button>
        </span>
      </li>
    </ul>
  </section>
</template>
