<script setup lang="ts">
import { onMounted } from 'vue';
import { useRouter } from 'vue-router';
import SignInForm from '../people/SignInForm.vue';
import { useWho } from '../stores/who.ts';

const who = useWho();
const router = useRouter();
onMounted(() => who.load());
</script>

<template>
  <main class="mx-auto max-w-md p-8 max-md:p-4">
    <h1 class="mb-6 text-3xl font-bold">Sign in to Field Chalk</h1>
    <SignInForm @done="router.replace('/')" />
  </main>
</template>
