<script setup lang="ts">
import { panelRows, seatWords } from '@fieldchalk/core';
import { computed } from 'vue';
import PrintPage from './PrintPage.vue';
import { useSession } from '../stores/session.ts';

/** The directory that goes inside each panel's door: what every breaker feeds, in words a stranger understands (NEC 408.4, from memory). */
const session = useSession();
const panels = computed(() => Object.entries(session.answered?.panels ?? {}));
const rowsOf = (panel: string) =>
  panelRows(session.drawn, panel).map((row) =>
    row.map((place) => ({
      space: place?.space,
      isSpare: place?.seats.length === 0,
      seats: (place?.seats ?? []).map((seat) => ({
        id: seat.id,
        ...(place ? seatWords(session.drawn, place, seat) : { title: '', says: '' }),
      })),
    })),
  );
</script>

<template>
  <PrintPage title="Directory">
    <section v-for="[id, p] in panels" :key="id" class="mb-8 break-inside-avoid" :aria-label="p.name || id">
      <h2 class="mb-1 text-xl font-bold">
        {{ p.name || id }} · {{ p.amps }} A
        <span class="font-normal text-quiet"
          >fed by {{ session.drawn.panels[p.source]?.name ?? p.source }}</span
        >
      </h2>
      <table class="w-full table-fixed border-2 border-ink text-left">
        <tbody>
          <tr v-for="(row, i) in rowsOf(id)" :key="i" class="border-b border-rule">
            <template v-for="(place, side) in row" :key="side">
              <td
                class="w-12 border-r border-rule bg-ground p-1 text-center text-lg font-bold print:bg-white"
              >
                {{ place.space }}
              </td>
              <td class="p-1 align-top" :class="{ 'border-r-2 border-ink': side === 0 }">
                <p v-for="s in place.seats" :key="s.id">
                  <b v-if="s.title">{{ s.title }}</b>
                  <span class="block text-sm text-quiet print:text-black">{{ s.says }}</span>
                </p>
                <span v-if="place.isSpare" class="text-sm text-quiet">spare</span>
              </td>
            </template>
          </tr>
        </tbody>
      </table>
      <p v-if="p.source === 'standby'" class="mt-1 font-bold">
        Standby supply: these stay live when the main is off.
      </p>
    </section>
    <p class="text-sm text-quiet">
      Every circuit is named by what it feeds, none by a person. Local code decides.
    </p>
  </PrintPage>
</template>
