<script setup lang="ts">
import TextField from '../fields/TextField.vue';
import { entryOf, type Finding, identityOf } from '@fieldchalk/core';
import { computed, nextTick, ref, watch } from 'vue';
import { useSession } from '../stores/session.ts';
import { useFindings } from '../stores/findings.ts';

/** What is open, by room and then by how bad it is; what was let stand, with its reason. */
const session = useSession();
const stepping = useFindings();
const shape = { error: '✕', warning: '▲', note: '•' } as const;
const list = ref<HTMLElement | null>(null);
const asking = ref<number | null>(null);
const reason = ref('');

type Numbered = { readonly f: Finding; readonly index: number };
const all = computed((): Numbered[] => (session.result?.findings ?? []).map((f, index) => ({ f, index })));
const groups = computed(() => {
  const byRoom = new Map<string, Numbered[]>();
  for (const n of all.value) {
    if (n.f.accepted !== null) continue;
    const room = stepping.roomOf(n.f);
    const name = room ? entryOf(session.drawn.rooms, room).name || room : 'The whole job';
    byRoom.set(name, [...(byRoom.get(name) ?? []), n]);
  }
  return [...byRoom];
});
const accepted = computed(() => all.value.filter((n) => n.f.accepted !== null));
watch(
  () => stepping.shown,
  async (index) => {
    await nextTick();
    if (index !== null)
      list.value?.querySelector(`[data-index="${index}"]`)?.scrollIntoView({ block: 'nearest' });
  },
);
function ask(index: number) {
  asking.value = asking.value === index ? null : index;
  reason.value = '';
}
function accept({ f }: Numbered) {
  if (reason.value.trim() === '') return;
  if (session.edit('acceptFinding', { ...identityOf(f), reason: reason.value })) asking.value = null;
}
</script>

<template>
  <section v-if="all.length > 0" ref="list" aria-label="Findings" class="mt-4">
    <h2 v-if="groups.length > 0" class="heading">
      Open <span class="text-sm font-normal text-quiet">N steps through</span>
    </h2>
    <div v-for="[name, findings] in groups" :key="name">
      <h3 v-if="groups.length > 1" class="mt-2 font-bold text-quiet">{{ name }}</h3>
      <div
        v-for="n in findings"
        :key="n.index"
        class="mb-2 border-l-4 py-1 pl-3"
        :class="[
          n.f.level === 'note' ? 'border-quiet' : 'border-trouble',
          { 'bg-chalk-soft': stepping.shown === n.index },
        ]"
        :data-finding="n.f.rule"
        :data-index="n.index"
      >
        <button type="button" class="text-left" @click="stepping.show(n.index)">
          <b>{{ shape[n.f.level] }} {{ n.f.says }}</b>
        </button>
        <p class="text-sm">{{ n.f.fix }}</p>
        <p class="text-sm text-quiet">{{ n.f.source }}</p>
        <div class="my-1 flex flex-wrap gap-2">
          <button
            v-for="(x, k) in n.f.fixes"
            :key="x.label"
            type="button"
            class="key"
            @click="stepping.fix(n.f, k)"
          >
            {{ x.label }}
          </button>
          <button v-if="n.f.level !== 'note'" type="button" class="key" @click="ask(n.index)">
            Let it stand…
          </button>
        </div>
        <form v-if="asking === n.index" class="flex items-end gap-2" @submit.prevent="accept(n)">
          <TextField v-model="reason" class="flex-1" label="Why it may stand" :maxlength="1000" />
          <button class="key key-main" type="submit" :disabled="reason.trim() === ''">Keep</button>
        </form>
      </div>
    </div>
    <details v-if="accepted.length > 0" class="mt-2" data-accepted>
      <summary class="cursor-pointer font-bold">Let stand: {{ accepted.length }}</summary>
      <div v-for="n in accepted" :key="n.index" class="mb-2 border-l-4 border-quiet py-1 pl-3">
        <p>{{ n.f.says }}</p>
        <p class="text-sm">Because: {{ n.f.accepted }}</p>
        <button class="key mt-1" type="button" @click="session.edit('reopenFinding', identityOf(n.f))">
          Open it again
        </button>
      </div>
    </details>
  </section>
</template>
