<script setup lang="ts">
import { boundedRooms, circuitNumber, compareIds, entryOf, roomOfBox, type Plan } from '@fieldchalk/core';
import { computed } from 'vue';
import { panelRows } from '../workspace/circuits/look.ts';
import PrintPage from './PrintPage.vue';
import { useSession } from '../stores/session.ts';

/** The directory that goes inside each panel's door: what every breaker feeds, in words a stranger understands (NEC 408.4, from memory). */
const session = useSession();
const panels = computed(() => Object.entries(session.answered?.panels ?? {}));
const protection = { none: '', afci: 'AFCI', gfci: 'GFCI', dual: 'AFCI GFCI' } as const;
/** Rooms a circuit serves, by what the plan says or the audit found. */
function serves(plan: Plan, id: string): string {
  const c = entryOf(plan.circuits, id);
  if (c.found) return c.found.serves;
  const seen = boundedRooms(plan);
  const rooms = Object.values(plan.devices)
    .filter((d) => d.circuit === id)
    .flatMap((d) => roomOfBox(entryOf(plan.boxes, d.box), seen) ?? []);
  const names = [...new Set(rooms)].sort(compareIds).map((r) => entryOf(plan.rooms, r).name);
  return [...new Set(names)].filter(Boolean).join(', ');
}
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
          <tr
            v-for="([left, right], i) in panelRows(session.drawn, id)"
            :key="i"
            class="border-b border-rule"
          >
            <template v-for="(place, side) in [left, right]" :key="side">
              <td
                class="w-12 border-r border-rule bg-ground p-1 text-center text-lg font-bold print:bg-white"
              >
                {{ place?.space }}
              </td>
              <td class="p-1 align-top" :class="{ 'border-r-2 border-ink': side === 0 }">
                <template v-for="s in place?.seats ?? []" :key="s.id">
                  <span v-if="place && s.lower" class="text-quiet">with {{ place.space - 2 }}</span>
                  <span v-else-if="s.kind === 'feeder'"
                    >feeds {{ entryOf(session.drawn.panels, s.id).name || s.id }}</span
                  >
                  <p v-else>
                    <b
                      >{{ s.half ? circuitNumber(session.drawn, s.id) : '' }}
                      {{ entryOf(session.drawn.circuits, s.id).name }}</b
                    >
                    <span class="block text-sm text-quiet print:text-black"
                      >{{ entryOf(session.drawn.circuits, s.id).amps }} A
                      {{ protection[entryOf(session.drawn.circuits, s.id).protection] }}
                      {{ serves(session.drawn, s.id) }}</span
                    >
                  </p>
                </template>
                <span v-if="place && place.seats.length === 0" class="text-sm text-quiet">spare</span>
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
