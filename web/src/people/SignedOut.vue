<script setup lang="ts">
import SignInForm from './SignInForm.vue';
import { useSession } from '../stores/session.ts';
import { useWho } from '../stores/who.ts';

/** What stands in place of the page when nobody is signed in, or not any more. The work of the window waits behind it. */
const who = useWho();
const session = useSession();
</script>

<template>
  <main class="mx-auto max-w-md p-8 max-md:p-4">
    <h1 class="mb-2 text-3xl font-bold">
      {{ who.person ? 'You were signed out' : 'Sign in to Field Chalk' }}
    </h1>
    <p v-if="who.person" class="mb-6 text-quiet">
      This device was cut off, or was not used for long. Sign in as {{ who.person.name }} to go on where you
      were{{ session.saving === 'saved' ? '' : '; what is not sent yet is kept here' }}.
    </p>
    <SignInForm class="mt-6" @done="session.resume()" />
  </main>
</template>
