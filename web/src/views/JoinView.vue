<script setup lang="ts">
import { computed, onMounted, ref, shallowRef } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import type { Joined, LinkLook } from '@fieldchalk/contracts';
import TextField from '../fields/TextField.vue';
import { moveTicks } from '../crew/marksQueue.ts';
import { useAttempt } from '../people/attempt.ts';
import { newPasskey } from '../people/passkey.ts';
import SecretField from '../people/SecretField.vue';
import { call } from '../session/api.ts';
import { useWho } from '../stores/who.ts';

/** Where a link leads: its secret comes behind the #, which no server log and no other page sees, and leaves the address bar at once. */
const route = useRoute();
const router = useRouter();
const who = useWho();
const kept = 'fieldchalk.joining';
const secret = route.hash.slice(1) || sessionStorage.getItem(kept) || '';
const look = shallowRef<LinkLook | null>(null);
const [name, company, signIn, password] = [ref(''), ref(''), ref(''), ref('')];
const { says, isBusy, attempt } = useAttempt();
const isRecovery = computed(() => look.value?.kind === 'recovery');
const heading = computed(() => {
  if (!look.value) return says.value ? 'This link does not open' : 'Opening the link…';
  const { kind, job, company: own } = look.value;
  if (kind === 'phone') return job;
  if (kind === 'recovery') return 'Back in';
  return kind === 'owner' && !own ? 'Make this server yours' : `Join ${own}`;
});

onMounted(async () => {
  sessionStorage.setItem(kept, secret);
  await router.replace('/join');
  await who.load();
  await attempt(async () => {
    if (!secret) throw new Error('There is no link here. Open the one you were given, whole.');
    look.value = await call<LinkLook>('POST', '/join/look', { secret });
    signIn.value = look.value.signIn;
    // While its words are read, the page comes that the job opens on.
    if (look.value.kind === 'phone') void import('./CrewView.vue').catch(() => undefined);
  });
});
async function join(more: object) {
  const { kind, job } = await call<Joined>('POST', '/join', { secret, ...more });
  sessionStorage.removeItem(kept);
  if (job) await moveTicks(secret, job);
  if (kind === 'phone') return router.replace(`/crew/${job ?? ''}`);
  location.assign('/');
}
const own = () => ({
  ...(isRecovery.value ? {} : { name: name.value, signIn: signIn.value }),
  ...(company.value ? { company: company.value } : {}),
});
const withPassword = () => attempt(() => join({ ...own(), password: password.value }));
const withPasskey = () =>
  attempt(async () => {
    // The passkey says whom it is for.
    const asked = { secret, name: name.value || signIn.value, signIn: signIn.value };
    await join({ ...own(), passkey: await newPasskey('/join', asked) });
  });
</script>

<template>
  <main class="mx-auto max-w-md p-8 max-md:p-4">
    <h1 class="mb-2 text-3xl font-bold">{{ heading }}</h1>
    <template v-if="look?.kind === 'phone'">
      <p class="mb-6 text-lg">
        {{ look.company }} lets this phone in, to
        {{ look.role === 'guest' ? 'look at the walls and marks' : 'see the walls and tick things off' }}. The
        link works once; the phone then keeps the job, also without a signal.
      </p>
      <button
        class="key key-main min-h-14 w-full justify-center text-lg"
        type="button"
        :disabled="isBusy"
        @click="attempt(() => join({}))"
      >
        Open the job on this phone
      </button>
    </template>
    <template v-else-if="look">
      <p class="mb-6 text-quiet">
        <template v-if="isRecovery">Set how you sign in from now on. Other devices are signed out.</template>
        <template v-else
          >You are {{ look.role }} here: choose what you are called and how you sign in.</template
        >
      </p>
      <form class="grid gap-3" @submit.prevent="withPassword">
        <template v-if="!isRecovery">
          <TextField
            v-model="name"
            class="[&_input]:min-h-11"
            label="Name"
            autocomplete="name"
            :maxlength="80"
          />
          <TextField
            v-if="look.kind === 'owner' && !look.company"
            v-model="company"
            class="[&_input]:min-h-11"
            label="Company"
            autocomplete="organization"
            :maxlength="80"
          />
          <TextField
            v-model="signIn"
            class="[&_input]:min-h-11"
            label="Sign-in name (an e-mail address, or one word)"
            autocomplete="username"
            autocapitalize="none"
            :maxlength="120"
          />
        </template>
        <p v-else>
          Your sign-in name is <b>{{ look.signIn }}</b>.
        </p>
        <button
          v-if="who.hasPasskeys"
          class="key key-main min-h-11 justify-center"
          type="button"
          :disabled="isBusy"
          @click="withPasskey"
        >
          With a passkey of this device
        </button>
        <SecretField
          v-model="password"
          label="Password: 12 letters or more, a short sentence is good"
          autocomplete="new-password"
        />
        <button
          class="key min-h-11 justify-center"
          :class="{ 'key-main': !who.hasPasskeys }"
          type="submit"
          :disabled="isBusy"
        >
          With this password
        </button>
      </form>
    </template>
    <p v-if="says" class="mt-4 border-l-4 border-trouble bg-sheet p-3" role="alert">{{ says }}</p>
  </main>
</template>
