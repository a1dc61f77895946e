<script setup lang="ts">
import { onMounted, ref, shallowRef } from 'vue';
import type { Own } from '@fieldchalk/contracts';
import TextField from '../fields/TextField.vue';
import { useAttempt } from '../people/attempt.ts';
import { deviceWords, newPasskey } from '../people/passkey.ts';
import SecretField from '../people/SecretField.vue';
import { call } from '../session/api.ts';
import { useWho } from '../stores/who.ts';

/** One's own name, how one signs in, and where one is signed in. */
const who = useWho();
const own = shallowRef<Own | null>(null);
const [name, signIn, old, password] = [ref(''), ref(''), ref(''), ref('')];
const told = ref('');
const { says, isBusy, attempt } = useAttempt();

function show(now: Own) {
  own.value = now;
  name.value = now.person.name;
  signIn.value = now.person.signIn;
}
const fetchOwn = async () => show(await call<Own>('GET', '/own'));
onMounted(() => attempt(fetchOwn));
const doing = (done: string, work: () => Promise<unknown>) => {
  told.value = '';
  return attempt(async () => {
    await work();
    await fetchOwn();
    told.value = done;
  });
};
const rename = () => doing('Kept.', () => call('POST', '/own', { name: name.value, signIn: signIn.value }));
const setPassword = () =>
  doing('The password is set; other devices were signed out.', async () => {
    await call('POST', '/own/password', { old: old.value, password: password.value });
    old.value = password.value = '';
  });
const addPasskey = () =>
  doing('This device has a passkey now.', async () =>
    call('POST', '/own/passkeys', await newPasskey('/own')),
  );
const remove = (what: 'passkeys' | 'sessions', id: string) =>
  doing('Taken away.', () => call('DELETE', `/own/${what}/${encodeURIComponent(id)}`));
const when = (at: number) => new Date(at).toLocaleString([], { dateStyle: 'medium', timeStyle: 'short' });
</script>

<template>
  <main class="mx-auto max-w-3xl p-8 max-md:p-4">
    <p><RouterLink class="text-quiet underline-offset-4 hover:underline" to="/">Jobs</RouterLink></p>
    <div class="flex flex-wrap items-center gap-3">
      <h1 class="flex-1 text-3xl font-bold">You</h1>
      <button class="key" type="button" @click="attempt(who.signOut)">Sign out</button>
    </div>
    <p v-if="says" class="mt-3 border-l-4 border-trouble bg-sheet p-3" role="alert">{{ says }}</p>
    <p v-else-if="told" class="mt-3 border-l-4 border-chalk bg-sheet p-3" role="status">{{ told }}</p>
    <template v-if="own">
      <form class="mt-6 flex flex-wrap items-end gap-2" @submit.prevent="rename">
        <TextField v-model="name" class="min-w-48 flex-1" label="Name" :maxlength="80" />
        <TextField
          v-model="signIn"
          class="min-w-48 flex-1"
          label="Sign-in name"
          autocapitalize="none"
          :maxlength="120"
        />
        <button class="key" type="submit" :disabled="isBusy">Keep</button>
      </form>
      <h2 class="mt-8 mb-2 text-xl font-bold">Passkeys</h2>
      <div v-for="p in own.passkeys" :key="p.id" class="row">
        <span
          >{{ p.label }}
          <span class="text-quiet">{{
            p.usedAt ? `used ${when(p.usedAt)}` : `made ${when(p.madeAt)}`
          }}</span></span
        >
        <button class="key" type="button" @click="remove('passkeys', p.id)">Take away</button>
      </div>
      <p v-if="own.passkeys.length === 0" class="text-quiet">
        None{{ own.hasPassword ? ': you sign in with your password' : '' }}.
      </p>
      <button v-if="who.hasPasskeys" class="key mt-2" type="button" :disabled="isBusy" @click="addPasskey">
        Make a passkey on this device
      </button>
      <p v-else class="text-sm text-quiet">Passkeys need HTTPS and a name, not a number, in the address.</p>
      <h2 class="mt-8 mb-2 text-xl font-bold">Password</h2>
      <form class="flex flex-wrap items-end gap-2" @submit.prevent="setPassword">
        <SecretField
          v-if="own.hasPassword"
          v-model="old"
          class="min-w-48 flex-1"
          label="Password until now"
          autocomplete="current-password"
        />
        <SecretField
          v-model="password"
          class="min-w-48 flex-1"
          label="New password: 12 letters or more"
          autocomplete="new-password"
        />
        <button class="key" type="submit" :disabled="isBusy">Set it</button>
      </form>
      <h2 class="mt-8 mb-2 text-xl font-bold">Where you are signed in</h2>
      <div v-for="s in own.sessions" :key="s.id" class="row" data-device>
        <span
          >{{ deviceWords(s.agent) }}
          <span class="text-quiet">{{ s.isThis ? 'this one' : `seen ${when(s.seenAt)}` }}</span></span
        >
        <button v-if="!s.isThis" class="key" type="button" @click="remove('sessions', s.id)">Cut off</button>
      </div>
    </template>
  </main>
</template>
