import { defineStore } from 'pinia';
import { ref } from 'vue';

/** Whether lines that were entered wait to be read: what they say is not done yet, and not saved. */
export const useTyping = defineStore('typing', () => ({ isWaiting: ref(false) }));
