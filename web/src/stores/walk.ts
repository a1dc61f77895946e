import { defineStore } from 'pinia';
import { ref } from 'vue';

/** The turn to take before the next wall is typed, degrees to the right. */
export const useWalk = defineStore('walk', () => ({ turn: ref(90) }));
