<script setup lang="ts">
import { onMounted, ref, shallowRef } from 'vue';
import type { AuditEntry, Colleague, Invitation, MadeLink } from '@fieldchalk/contracts';
import ChoiceField from '../fields/ChoiceField.vue';
import TextField from '../fields/TextField.vue';
import { useAttempt } from '../people/attempt.ts';
import LinkShown from '../people/LinkShown.vue';
import { deviceWords } from '../people/passkey.ts';
import { call } from '../session/api.ts';
import { useWho } from '../stores/who.ts';

/** The company: who is in it, who did what, and its data as a whole. */
const who = useWho();
const people = shallowRef<readonly Colleague[]>([]);
const invitations = shallowRef<readonly Invitation[]>([]);
const audit = shallowRef<readonly AuditEntry[]>([]);
const made = shallowRef<{ link: MadeLink; says: string } | null>(null);
const company = ref('');
const [label, removal] = [ref(''), ref('')];
const role = ref<'owner' | 'lead' | 'crew' | 'guest'>('lead');
const { says, attempt } = useAttempt();
/** What is wrong with a field is said under it. */
const [naming, removing] = [useAttempt(), useAttempt()];
const roleChoices = [
  { value: 'owner', says: 'owner: everything' },
  { value: 'lead', says: 'lead: all jobs' },
  { value: 'crew', says: 'crew: jobs given, ticks' },
  { value: 'guest', says: 'guest: jobs given, looks' },
];

async function fetchAll() {
  people.value = await call<Colleague[]>('GET', '/people');
  company.value = (await call<{ name: string }>('GET', '/company')).name;
  if (!who.owns) return;
  invitations.value = await call<Invitation[]>('GET', '/invitations');
  audit.value = await call<AuditEntry[]>('GET', '/audit');
}
onMounted(() => attempt(fetchAll));
const doing = (work: () => Promise<unknown>) =>
  attempt(async () => {
    await work();
    await fetchAll();
  });
const invite = () =>
  doing(async () => {
    const link = await call<MadeLink>('POST', '/invitations', { role: role.value, label: label.value });
    made.value = { link, says: `Lets in one person as ${link.role}, for a week.` };
    label.value = '';
  });
const helpIn = (p: Colleague) =>
  doing(async () => {
    const link = await call<MadeLink>('POST', `/people/${p.id}/recovery`, {});
    made.value = { link, says: `${p.name} sets a new password or passkey with it, within two days.` };
  });
const setRole = (p: Colleague, to: string) => doing(() => call('POST', `/people/${p.id}`, { role: to }));
const older = () =>
  attempt(async () => {
    const before = audit.value.at(-1)?.sequence ?? 1;
    audit.value = [...audit.value, ...(await call<AuditEntry[]>('GET', `/audit?before=${before}`))];
  });
const keepName = () =>
  naming.attempt(async () => {
    await call('POST', '/company', { name: company.value });
    await fetchAll();
  });
const remove = () =>
  removing.attempt(async () => {
    await call('POST', '/company/removal', { name: removal.value });
    location.assign('/sign-in');
  });
const when = (at: number) => new Date(at).toLocaleString([], { dateStyle: 'medium', timeStyle: 'short' });
</script>

<template>
  <main class="mx-auto max-w-3xl p-8 max-md:p-4">
    <p><RouterLink class="text-quiet underline-offset-4 hover:underline" to="/">Jobs</RouterLink></p>
    <h1 class="text-3xl font-bold">{{ company || 'People' }}</h1>
    <p v-if="says" class="mt-3 border-l-4 border-trouble bg-sheet p-3" role="alert">{{ says }}</p>
    <LinkShown v-if="made" class="mt-4" :secret="made.link.secret" :says="made.says" @done="made = null" />
    <form v-if="who.owns" class="mt-4 flex flex-wrap items-end gap-2" @submit.prevent="invite">
      <TextField v-model="label" class="min-w-40 flex-1" label="Whom you invite" :maxlength="80" />
      <ChoiceField v-model="role" class="w-52" label="As" :options="roleChoices" />
      <button class="key key-main" type="submit">Make an invitation</button>
    </form>
    <h2 class="mt-8 mb-2 text-xl font-bold">People</h2>
    <section v-for="p in people" :key="p.id" class="border-b border-rule py-2" :data-person="p.name">
      <div class="flex flex-wrap items-center gap-2">
        <b class="min-w-32 flex-1"
          >{{ p.name }} <span class="font-normal text-quiet">{{ p.signIn }}</span></b
        >
        <template v-if="who.owns">
          <ChoiceField
            class="w-52"
            :label="`Role of ${p.name}`"
            hide-label
            :model-value="p.role"
            :options="roleChoices"
            @update:model-value="(to) => setRole(p, to)"
          />
          <button class="key" type="button" @click="helpIn(p)">Help back in</button>
          <button
            v-if="p.id !== who.person?.id"
            class="key"
            type="button"
            @click="doing(() => call('DELETE', `/people/${p.id}`))"
          >
            End access
          </button>
        </template>
        <span v-else class="text-quiet">{{ p.role }}</span>
      </div>
      <div v-for="s in p.sessions" :key="s.id" class="row pl-4 text-sm">
        <span
          >{{ deviceWords(s.agent) }} <span class="text-quiet">seen {{ when(s.seenAt) }}</span></span
        >
        <button
          class="key"
          type="button"
          @click="doing(() => call('DELETE', `/people/${p.id}/sessions/${s.id}`))"
        >
          Cut off
        </button>
      </div>
    </section>
    <div v-for="i in invitations" :key="i.id" class="row" data-invitation>
      <span
        >{{ i.label || 'Someone' }}
        <span class="text-quiet">invited as {{ i.role }}, until {{ when(i.expiresAt) }}</span></span
      >
      <button class="key" type="button" @click="doing(() => call('DELETE', `/invitations/${i.id}`))">
        Withdraw
      </button>
    </div>
    <template v-if="who.owns">
      <h2 class="mt-8 mb-2 text-xl font-bold">Who did what</h2>
      <ol>
        <li v-for="e in audit" :key="e.sequence" class="row" data-act>
          <span
            ><b>{{ e.name }}</b> {{ e.what }} <span class="text-quiet">{{ e.about }}</span></span
          ><span class="text-sm text-quiet">{{ when(e.at) }}</span>
        </li>
      </ol>
      <button v-if="audit.length >= 200" class="key mt-2" type="button" @click="older">Earlier</button>
      <h2 class="mt-8 mb-2 text-xl font-bold">The company’s data</h2>
      <form class="flex flex-wrap items-end gap-2" @submit.prevent="keepName">
        <TextField
          v-model="company"
          class="min-w-48 flex-1"
          label="Company"
          :maxlength="80"
          :problem="naming.says.value"
        />
        <button class="key" type="submit">Keep the name</button>
        <a class="key" href="/api/company/export" download>Take all data out</a>
      </form>
      <form class="mt-4 flex flex-wrap items-end gap-2" @submit.prevent="remove">
        <TextField
          v-model="removal"
          class="min-w-48 flex-1"
          label="Type the company’s name to remove it with all its jobs. There is no way back."
          :maxlength="80"
          :problem="removing.says.value"
        />
        <button class="key text-trouble" type="submit">Remove for good</button>
      </form>
    </template>
  </main>
</template>
