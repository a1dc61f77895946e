<script setup lang="ts">
import { ref } from 'vue';
import type { SessionState } from '@fieldchalk/contracts';
import TextField from '../fields/TextField.vue';
import { call } from '../session/api.ts';
import { useWho } from '../stores/who.ts';
import { useAttempt } from './attempt.ts';
import { signInWithPasskey } from './passkey.ts';
import SecretField from './SecretField.vue';

/** Signs somebody in, with a passkey of the device or a password. */
const emit = defineEmits<{ done: [] }>();
const who = useWho();
const [signIn, password] = [ref(''), ref('')];
const { says, isBusy, attempt } = useAttempt();
const enter = (asked: () => Promise<SessionState>) =>
  attempt(async () => {
    who.take(await asked());
    emit('done');
  });
const withPassword = () =>
  enter(() => call<SessionState>('POST', '/session', { signIn: signIn.value, password: password.value }));
</script>

<template>
  <div class="grid gap-4">
    <p v-if="who.isNew" class="border-l-4 border-chalk bg-chalk-soft p-3">
      Nobody owns this server yet. The link that makes you its owner is printed where the server was started.
    </p>
    <button
      v-if="who.hasPasskeys"
      class="key key-main min-h-11 justify-center"
      type="button"
      :disabled="isBusy"
      @click="enter(signInWithPasskey)"
    >
      Sign in with a passkey
    </button>
    <form class="grid gap-3" @submit.prevent="withPassword">
      <TextField
        v-model="signIn"
        class="[&_input]:min-h-11"
        label="Sign-in name"
        autocomplete="username"
        autocapitalize="none"
      />
      <SecretField v-model="password" label="Password" autocomplete="current-password" />
      <button
        class="key min-h-11 justify-center"
        :class="{ 'key-main': !who.hasPasskeys }"
        type="submit"
        :disabled="isBusy"
      >
        Sign in
      </button>
    </form>
    <p v-if="says" class="border-l-4 border-trouble bg-sheet p-3" role="alert">{{ says }}</p>
    <p class="text-sm text-quiet">
      Forgotten? Whoever owns your company makes you a link under People. The owner’s own way back in is the
      command <b>npm run owner</b> where the server runs.
    </p>
  </div>
</template>
