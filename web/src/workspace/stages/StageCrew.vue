<script setup lang="ts">
import { computed, onMounted, ref, shallowRef } from 'vue';
import { useRoute } from 'vue-router';
import type { Colleague, MadeLink, NewPhoneLink } from '@fieldchalk/contracts';
import { changedTicks, changedWords } from '../../crew/changedTicks.ts';
import ChoiceField from '../../fields/ChoiceField.vue';
import TextField from '../../fields/TextField.vue';
import { useAttempt } from '../../people/attempt.ts';
import LinkShown from '../../people/LinkShown.vue';
import { deviceWords } from '../../people/passkey.ts';
import { call } from '../../session/api.ts';
import { useSession } from '../../stores/session.ts';
import LateMarks from './LateMarks.vue';

const session = useSession();
const route = useRoute();
const job = computed(() => `/jobs/${String(route.params['job'])}`);
const phones = computed(() => session.phones);
const people = shallowRef<readonly Colleague[]>([]);
const made = shallowRef<MadeLink | null>(null);
const label = ref('Crew');
const role = ref<NewPhoneLink['role']>('crew');
const { says, attempt } = useAttempt();

onMounted(() =>
  attempt(async () => {
    await session.fetchPhones();
    people.value = await call<Colleague[]>('GET', '/people');
  }),
);
const makeLink = () =>
  attempt(async () => {
    made.value = await call<MadeLink>('POST', `${job.value}/phones`, {
      label: label.value,
      role: role.value,
    });
    await session.fetchPhones();
  });
const takeBack = (id: string) =>
  attempt(async () => {
    await call('DELETE', `${job.value}/phones/${id}`);
    if (made.value?.id === id) made.value = null;
    await session.fetchPhones();
  });
/** Crew and guests of the company who do not have the job yet. */
const others = computed(() =>
  people.value.filter(
    (p) => (p.role === 'crew' || p.role === 'guest') && !phones.value.given.some((g) => g.person === p.id),
  ),
);
const give = (person: string) =>
  attempt(async () => {
    await call('POST', `${job.value}/people`, { person });
    await session.fetchPhones();
  });
const changed = computed(() =>
  session.plan && session.result && session.answered
    ? changedTicks(session.answered, session.result, session.rooms, session.standing)
    : [],
);
const day = (at: number) => new Date(at).toLocaleDateString([], { dateStyle: 'medium' });
const roleWords = { owner: 'owner', lead: 'lead', crew: 'ticks', guest: 'looks only' } as const;
/** How many things of a kind are done now. */
const done = (kind: string): number =>
  [...session.done].filter(([key, isDone]) => isDone && key.startsWith(`${kind} `)).length;
const ticked = {
  box: 'boxes and lights set',
  hole: 'holes drilled',
  pull: 'cables pulled',
  staple: 'cables stapled',
  makeup: 'boxes made up',
} as const;
</script>

<template>
  <div>
    <LateMarks :job="String(route.params['job'])" />
    <template v-if="changed.length > 0">
      <h2 class="heading text-trouble">Changed since it was ticked</h2>
      <p v-for="c in changed" :key="`${c.task.kind} ${c.task.about}`" class="row" data-changed>
        {{ changedWords(c) }}
      </p>
    </template>
    <h2 class="heading">Ticked by the crew</h2>
    <div v-for="(words, kind) in ticked" :key="kind" class="row" :data-done="kind">
      <span>{{ words }}</span><b>{{ done(kind) }}</b>
    </div>
    <h2 class="heading mt-4">Phones on this job</h2>
    <form class="grid grid-cols-2 items-end gap-2" @submit.prevent="makeLink">
      <TextField v-model="label" label="Whose phone" :maxlength="80" />
      <ChoiceField
        v-model="role"
        label="They"
        :options="[
          { value: 'crew', says: 'tick things off' },
          { value: 'guest', says: 'only look' },
        ]"
      />
      <button class="key key-main col-span-2 justify-center" type="submit">Make a link for a phone</button>
    </form>
    <p v-if="says" class="mt-2 text-trouble" role="alert">{{ says }}</p>
    <LinkShown
      v-if="made"
      class="mt-3"
      :secret="made.secret"
      :says="`Lets one phone in (${made.label}), until ${day(made.expiresAt)}.`"
      @done="made = null"
    />
    <div v-for="l in phones.links" :key="l.id" class="row" data-waiting>
      <span
        >{{ l.label }} <span class="text-quiet">link not opened yet, until {{ day(l.expiresAt) }}</span></span
      >
      <button class="key" type="button" @click="takeBack(l.id)">Withdraw</button>
    </div>
    <div v-for="g in phones.given" :key="g.id" class="row" data-phone>
      <span
        >{{ g.label }}
        <span class="text-quiet"
          >{{ roleWords[g.role]
          }}<template v-if="!g.person">
            · {{ deviceWords(g.agent) }}, seen {{ day(g.seenAt) }}</template
          ></span
        ></span
      >
      <button class="key" type="button" @click="takeBack(g.id)">Take back</button>
    </div>
    <p v-if="phones.given.length === 0" class="text-sm text-quiet">
      No phone or person has this job yet. A link lets in one phone; it then keeps the job for when there is
      no signal.
    </p>
    <div v-for="p in others" :key="p.id" class="row">
      <span
        >{{ p.name }} <span class="text-quiet">{{ p.role }}</span></span
      >
      <button class="key" type="button" @click="give(p.id)">Give the job</button>
    </div>
  </div>
</template>
