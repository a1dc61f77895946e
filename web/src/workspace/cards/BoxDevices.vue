<script setup lang="ts">
import { deviceKinds, deviceWords, homeLabel, type Device, type DeviceKind } from '@fieldchalk/core';
import { ChevronLeft, ChevronRight, X } from '@lucide/vue';
import { computed, ref } from 'vue';
import { useSession } from '../../stores/session.ts';
import { lightSets, setOf, type LightSet } from './controls.ts';

/** What a box holds, slot by slot as seen by who faces it, and what its switches work. */
const props = defineProps<{ box: string }>();
const session = useSession();
const held = computed(() =>
  Object.entries(session.opened.devices)
    .filter(([, d]) => d.box === props.box)
    .sort((a, b) => a[1].slot - b[1].slot),
);
const words = deviceWords;
const marks = [
  ['continuous', '3 h or more'],
  ['fastened', 'fastened'],
  ['half', 'half switched'],
  ['pinned', 'stays on it'],
] as const;
const reasons = ref<Record<string, string[]>>({});
async function explain() {
  for (const [id] of held.value) reasons.value[id] = await session.whyOnCircuit(id);
}
const value = (event: Event) => (event.target as HTMLSelectElement).value;
const isSwitch = (d: Device) => d.kind.startsWith('switch') || d.kind === 'dimmer';
const sets = computed(() => lightSets(session.opened));
const worked = (device: string) => setOf(session.opened, device)?.key ?? '';
function work(device: string, key: string) {
  const set: LightSet | undefined = sets.value.find((s) => s.key === key);
  const others = set?.switches.filter((s) => s !== device) ?? [];
  session.edit('setControl', { switches: [...others, device], loads: set?.loads ?? [] });
}
const workedBy = (device: string) =>
  Object.values(session.opened.controls).find((c) => c.loads.includes(device))?.switches.length ?? 0;
const isLit = (d: Device) => ['light', 'wafer-light', 'fan', 'bath-fan'].includes(d.kind);
</script>

<template>
  <section aria-label="In this box" class="mt-2">
    <div v-for="[id, d] in held" :key="id" class="mb-1" :data-device="id">
      <div class="flex items-center gap-1">
        <select
          class="field flex-1 text-base"
          :aria-label="held.length > 1 ? `Device ${d.slot + 1} from the left` : 'Device'"
          :value="d.kind"
          @change="session.edit('setDeviceKind', { device: id, kind: value($event) as DeviceKind })"
        >
          <option v-for="k in deviceKinds" :key="k" :value="k">{{ words(k) }}</option>
        </select>
        <template v-if="held.length > 1">
          <button
            class="key"
            type="button"
            :aria-label="`Move ${words(d.kind)} to the left`"
            @click="session.edit('moveDevice', { device: id, by: -1 })"
          >
            <ChevronLeft :size="16" />
          </button>
          <button
            class="key"
            type="button"
            :aria-label="`Move ${words(d.kind)} to the right`"
            @click="session.edit('moveDevice', { device: id, by: 1 })"
          >
            <ChevronRight :size="16" />
          </button>
          <button
            class="key"
            type="button"
            :aria-label="`Take the ${words(d.kind)} out`"
            @click="session.edit('removeDevice', { device: id })"
          >
            <X :size="16" />
          </button>
        </template>
      </div>
      <label v-if="isSwitch(d)" class="flex items-center gap-2 text-sm text-quiet"
        >works<select
          data-works
          class="field flex-1 text-base"
          :value="worked(id)"
          @change="work(id, value($event))"
        >
          <option value="">nothing yet</option>
          <option v-for="s in sets" :key="s.key" :value="s.key">{{ s.says }}</option>
        </select></label
      >
      <p v-else-if="isLit(d)" class="text-sm text-quiet">
        {{
          workedBy(id) === 0
            ? 'No switch works it yet.'
            : `Worked by ${workedBy(id)} ${workedBy(id) === 1 ? 'switch' : 'switches'}.`
        }}
      </p>
      <label v-else-if="d.kind === 'appliance-receptacle'" class="flex items-center gap-2 text-sm text-quiet"
        >for<input
          v-shown="d.label"
          class="field flex-1 text-base"
          maxlength="60"
          @change="session.edit('setDevice', { device: id, changes: { label: value($event) } })"
      /></label>
      <label v-else-if="d.kind === 'data'" class="flex items-center gap-2 text-sm"
        ><input
          type="checkbox"
          class="h-5 w-5"
          :checked="d.label === homeLabel"
          @change="
            session.edit('setDevice', {
              device: id,
              changes: { label: ($event.target as HTMLInputElement).checked ? homeLabel : '' },
            })
          "
        />
        home of the data cables</label
      >
    </div>
    <details v-if="held.length > 0" @toggle="explain">
      <summary class="row cursor-pointer">Load, and why on its circuit</summary>
      <div v-for="[id, d] in held" :key="id" class="mt-1">
        <div class="grid grid-cols-2 gap-1 text-sm text-quiet">
          <label
            >VA of {{ words(d.kind)
            }}<input
              v-shown="d.va"
              class="field"
              type="number"
              min="0"
              placeholder="house figure"
              @change="
                session.edit('setDevice', {
                  device: id,
                  changes: { va: value($event) === '' ? undefined : Number(value($event)) },
                })
              "
          /></label>
          <span class="flex flex-wrap items-end gap-2">
            <label v-for="[key, says] in marks" :key="key" class="flex items-center gap-1"
              ><input
                type="checkbox"
                class="h-5 w-5"
                :checked="d[key]"
                @change="
                  session.edit('setDevice', {
                    device: id,
                    changes: { [key]: ($event.target as HTMLInputElement).checked },
                  })
                "
              />{{ says }}</label
            >
          </span>
        </div>
        <p v-for="line in reasons[id] ?? []" :key="line" class="row text-sm">{{ line }}</p>
      </div>
    </details>
    <label class="flex items-center gap-2 text-sm text-quiet"
      >One more in this box<select
        class="field flex-1 text-base"
        value=""
        @change="
          session.edit('addDevice', { box, kind: value($event) as DeviceKind });
          ($event.target as HTMLSelectElement).value = '';
        "
      >
        <option value="">…</option>
        <option v-for="k in deviceKinds" :key="k" :value="k">{{ words(k) }}</option>
      </select></label
    >
  </section>
</template>
