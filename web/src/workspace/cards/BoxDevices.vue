<script setup lang="ts">
import CheckField from '../../fields/CheckField.vue';
import NumberField from '../../fields/NumberField.vue';
import TextField from '../../fields/TextField.vue';
import ChoiceField from '../../fields/ChoiceField.vue';
import { deviceKinds, deviceWords, homeLabel, lightKinds, switchKinds } from '@fieldchalk/core';
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
/** What the list of devices to add shows while none is chosen. */
const nothing = null;
const sets = computed(() => lightSets(session.opened));
const worked = (device: string) => setOf(session.opened, device)?.key ?? '';
function work(device: string, key: string) {
  const set: LightSet | undefined = sets.value.find((s) => s.key === key);
  const others = set?.switches.filter((s) => s !== device) ?? [];
  session.edit('setControl', { switches: [...others, device], loads: set?.loads ?? [] });
}
const workedBy = (device: string) =>
  Object.values(session.opened.controls).find((c) => c.loads.includes(device))?.switches.length ?? 0;
</script>

<template>
  <section aria-label="In this box" class="mt-2">
    <div v-for="[id, d] in held" :key="session.keyOf(id)" class="mb-1" :data-device="id">
      <div class="flex items-center gap-1">
        <ChoiceField
          class="flex-1"
          :label="held.length > 1 ? `Device ${d.slot + 1} from the left` : 'Device'"
          hide-label
          :model-value="d.kind"
          :options="deviceKinds.map((k) => ({ value: k, says: words(k) }))"
          @update:model-value="(v) => session.edit('setDeviceKind', { device: id, kind: v })"
        />
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
      <ChoiceField
        v-if="switchKinds.has(d.kind)"
        data-works
        label="works"
        :model-value="worked(id)"
        :options="[{ value: '', says: 'nothing yet' }, ...sets.map((s) => ({ value: s.key, says: s.says }))]"
        @update:model-value="(key) => work(id, key)"
      />
      <p v-else-if="lightKinds.has(d.kind)" class="text-sm text-quiet">
        {{
          workedBy(id) === 0
            ? 'No switch works it yet.'
            : `Worked by ${workedBy(id)} ${workedBy(id) === 1 ? 'switch' : 'switches'}.`
        }}
      </p>
      <TextField
        v-else-if="d.kind === 'appliance-receptacle'"
        class="flex items-center gap-2"
        label="for"
        :model-value="d.label"
        :maxlength="60"
        @update:model-value="(v) => session.edit('setDevice', { device: id, changes: { label: v } })"
      />
      <CheckField
        v-else-if="d.kind === 'data'"
        class="text-sm"
        label="home of the data cables"
        :model-value="d.label === homeLabel"
        @update:model-value="
          (isHome) => session.edit('setDevice', { device: id, changes: { label: isHome ? homeLabel : '' } })
        "
      />
    </div>
    <details v-if="held.length > 0" @toggle="explain">
      <summary class="row cursor-pointer">Load, and why on its circuit</summary>
      <div v-for="[id, d] in held" :key="session.keyOf(id)" class="mt-1">
        <div class="grid grid-cols-2 gap-1 text-sm text-quiet">
          <NumberField
            :label="`VA of ${words(d.kind)}`"
            :model-value="d.va ?? null"
            :min="0"
            optional
            placeholder="house figure"
            @update:model-value="
              (va) => session.edit('setDevice', { device: id, changes: { va: va ?? undefined } })
            "
          />
          <span class="flex flex-wrap items-end gap-2">
            <CheckField
              v-for="[key, says] in marks"
              :key="key"
              :label="says"
              :model-value="d[key]"
              @update:model-value="(is) => session.edit('setDevice', { device: id, changes: { [key]: is } })"
            />
          </span>
        </div>
        <p v-for="line in reasons[id] ?? []" :key="line" class="row text-sm">{{ line }}</p>
      </div>
    </details>
    <ChoiceField
      label="Add a device to this box"
      :model-value="nothing"
      :options="[{ value: nothing, says: '…' }, ...deviceKinds.map((k) => ({ value: k, says: words(k) }))]"
      @update:model-value="(kind) => kind && session.edit('addDevice', { box, kind })"
    />
  </section>
</template>
