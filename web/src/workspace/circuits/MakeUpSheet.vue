<script setup lang="ts">
import { boxNumber, formatLength, netId, netWords, type Plan, type Result, ruleBook } from '@fieldchalk/core';
import { computed } from 'vue';
import MakeUpDrawing from './MakeUpDrawing.vue';

/** The make-up of one box: drawn, and step by step in the order of the work. */
const props = defineProps<{
  plan: Plan;
  result: Result;
  box: string;
  /** The steps stand beside the drawing where there is room. */
  isWide?: boolean;
}>();
const makeup = computed(() => props.result.makeup[props.box]);
const rules = computed(() => ruleBook(props.plan.rules.values));
const held = computed(() => Object.entries(props.plan.devices).filter(([, d]) => d.box === props.box));
const slotOf = (device: string) => (held.value.find(([id]) => id === device)?.[1].slot ?? 0) + 1;
const groundWords = computed(() => {
  const g = makeup.value?.grounds;
  if (!g) return '';
  const twist =
    rules.value('makeup.twist') === 'pliers' ? 'twisted with pliers first' : 'the connector twists them';
  const how = {
    connector: `one ${g.connector} connector, ${twist}`,
    crimp: 'one crimp sleeve',
    green: `a green connector${g.connector ? `, ${g.connector}` : ''}`,
    screw: 'to the device’s green screw',
  }[g.method];
  return `Grounds: ${g.cables} bare${g.tails ? ` and ${g.tails} ${g.tails === 1 ? 'tail' : 'tails'} of ${g.gauge} AWG` : ''}; ${how}${g.bonded ? '; one tail to the box’s ground screw' : ''}. Folded to the back.`;
});
const steps = computed(() => {
  const m = makeup.value;
  if (!m) return [];
  const joints = m.joints.map((j) => {
    const slots = (colour: string, remarked: boolean) =>
      j.conductors
        .filter((c) => c.colour === colour && c.remarked === remarked)
        .map((c) => m.cables.findIndex((k) => k.run === c.run) + 1)
        .sort();
    const wires = (['black', 'red', 'white'] as const).flatMap((colour) =>
      [false, true].flatMap((remarked) => {
        const from = slots(colour, remarked);
        return from.length > 0
          ? [
              `${colour}${remarked ? ', re-marked,' : ''} of ${from.length > 1 ? 'slots' : 'slot'} ${from.join(', ')}`,
            ]
          : [];
      }),
    );
    const ends = j.terminals.map((t) => `${t.name} of device ${slotOf(t.device)}`).join(', ');
    const tails =
      j.tails > 0
        ? `; ${j.tails} ${j.tails === 1 ? 'tail' : 'tails'} of ${j.gauge} AWG to ${ends}`
        : ends
          ? ` to ${ends}`
          : '';
    const how = {
      connector: `${j.connector} connector`,
      through: 'both screws, fed through',
      screw: 'straight on the screw',
      jumper: 'a jumper',
      panel: '',
      cap: 'capped',
    }[j.method];
    const name = netWords(j.net, props.plan);
    return {
      key: `${j.circuit} ${netId(j.net)} ${j.side}`,
      says: `${name.charAt(0).toUpperCase()}${name.slice(1)}${j.side ? `, ${j.side} side` : ''}: ${wires.join(' and ') || 'no cable'}${tails}: ${how}.`,
    };
  });
  const grounds = { key: 'grounds', says: groundWords.value };
  return rules.value('makeup.groundsWhen') === 'first' ? [grounds, ...joints] : [...joints, grounds];
});
const fill = computed(() => props.result.boxes[props.box]);
const slots = computed(() =>
  makeup.value?.cables
    .map(
      (c, i) =>
        `${i + 1}: ${c.cable}${c.there ? ', there already' : c.feed ? ', feed' : ''}${slotWords(c.run)}`,
    )
    .join(' · '),
);
/** By which slot a cable comes in, where the box has a top and a bottom. */
function slotWords(run: string): string {
  const entry = makeup.value?.entries.find((e) => e.run === run);
  if (!entry) return '';
  return entry.slot === null ? ', no slot left' : `, ${entry.side} ${entry.slot}`;
}
</script>

<template>
  <article v-if="makeup" class="break-inside-avoid" :data-makeup="box">
    <h2 class="text-lg font-bold">
      Box {{ boxNumber(box) }} <span class="font-normal text-quiet">cables from the left {{ slots }}</span>
    </h2>
    <div :class="{ 'gap-6 @2xl:grid @2xl:grid-cols-[3fr_2fr]': isWide }">
      <MakeUpDrawing
        :plan="plan"
        :result="result"
        :box="box"
        :makeup="makeup"
        :class="{ 'max-h-[calc(100cqh-6rem)] print:max-h-none': isWide }"
      />
      <div>
        <ol class="mt-1 list-decimal pl-6">
          <li>
            Sheath 1/4 in. or more inside; strip {{ formatLength(makeup.stripInches) }}, or as the device’s
            own gauge says. No bare copper showing.
          </li>
          <li v-for="s in steps" :key="s.key">{{ s.says }}</li>
          <li v-if="makeup.tails.length > 0">
            Tails:
            {{
              makeup.tails
                .map((t) => `${t.count} ${t.colour}, ${t.gauge} AWG, ${formatLength(t.inches)}`)
                .join('; ')
            }}; cut from the stripped ends.
          </li>
          <li>
            Before the power is on: cap the {{ makeup.capped }} ends that are left, and push them 1/4 in. or
            more behind the face.
          </li>
        </ol>
        <p v-if="makeup.grounds?.thin" class="border-l-4 border-trouble p-2 text-sm">
          14 AWG ground tails on a 20 A circuit: NEC 250.122 asks for 12 (from memory). A local rule may allow
          it.
        </p>
        <p class="mt-2 text-sm text-quiet">
          {{ fill?.used }} of {{ fill?.volume }} in³ used. Letters: B black, W white, R red, G bare; *
          re-marked as hot. Breaker off and locked, tested dead, before a live box is opened.
        </p>
      </div>
    </div>
  </article>
  <p v-else class="text-quiet">No cable comes into box {{ boxNumber(box) }} yet: lay the runs first.</p>
</template>
