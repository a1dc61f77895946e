<script setup lang="ts">
import { compareIds, ruleBook, scheduleOf, type ScheduleStage, type StageOnDays } from '@fieldchalk/core';
import { computed, defineAsyncComponent } from 'vue';
import { download } from '../../download.ts';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import DayField from '../../fields/DayField.vue';
import { useSession } from '../../stores/session.ts';
import { today } from '../../words/today.ts';
import NothingThere from '../NothingThere.vue';
import CrewList from './CrewList.vue';
import { dayWords, stageTitles } from './scheduleDays.ts';

/** The stages of the job on days: hours by the company’s minutes, shared among its people, moved by dragging a bar or typing a day. */
const ScheduleChart = defineAsyncComponent(() => import('./ScheduleChart.vue'));
const session = useSession();
const stages = computed(() => (session.result ? scheduleOf(session.drawn, session.result, today()) : []));
const rules = computed(() => ruleBook(session.opened.rules.values));
const hours = computed(() => stages.value.reduce((sum, s) => sum + s.hours, 0));
const setRule = (rule: 'crew.people' | 'crew.hours' | 'crew.pace' | 'crew.week', value: unknown) =>
  session.edit('setRule', { rule, value });
const move = (stage: ScheduleStage, from: string) =>
  from === '' ? session.edit('freeStage', { stage }) : session.edit('setStage', { stage, changes: { from } });
const crew = computed(() => Object.entries(session.drawn.crew).sort(([a], [b]) => compareIds(a, b)));
/** Puts somebody to a stage or takes them off it; at least one does it. */
function toggle({ stage, names }: StageOnDays, id: string) {
  const all = crew.value.map(([person]) => person);
  const now = crew.value.flatMap(([person, { name }]) => (names.includes(name) ? person : []));
  const who = all.filter((person) => (person === id) !== now.includes(person));
  const changes = { who: who.length === all.length ? undefined : who };
  if (who.length > 0) session.edit('setStage', { stage, changes });
  else session.say('Somebody has to do it. Choose another first.');
}
const weeks = [
  { value: 'five', says: 'Monday to Friday' },
  { value: 'six', says: 'Saturday too' },
] as const;
async function saveCalendar() {
  const { scheduleIcs } = await import('@fieldchalk/core/calendar');
  const { name, address } = session.opened.job;
  const file = name.replaceAll(/[^\w-]+/g, '-').toLowerCase();
  download(`${file}.ics`, scheduleIcs(file, name, address, stages.value), 'text/calendar');
}
</script>

<template>
  <section aria-label="Schedule">
    <NothingThere v-if="stages.length === 0">There is no work yet.</NothingThere>
    <template v-else>
      <div class="flex flex-wrap items-end gap-2">
        <DayField
          class="w-44"
          label="First day"
          :model-value="session.opened.job.starts"
          @update:model-value="(starts) => session.edit('describeJob', { starts })"
        />
        <NumberField
          v-if="crew.length === 0"
          class="w-24"
          label="People"
          whole
          :min="1"
          :max="20"
          :model-value="rules('crew.people')"
          @update:model-value="(v) => setRule('crew.people', v)"
        />
        <NumberField
          class="w-28"
          label="Hours a day"
          :min="1"
          :max="14"
          :model-value="rules('crew.hours')"
          @update:model-value="(v) => setRule('crew.hours', v)"
        />
        <NumberField
          v-if="crew.length === 0"
          class="w-24"
          label="Pace, %"
          :min="20"
          :max="200"
          :model-value="rules('crew.pace')"
          @update:model-value="(v) => setRule('crew.pace', v)"
        />
        <ChoiceField
          class="w-44"
          label="Worked"
          :model-value="rules('crew.week')"
          :options="weeks"
          @update:model-value="(v) => setRule('crew.week', v)"
        />
        <button class="key" type="button" @click="saveCalendar">Calendar as ICS</button>
        <b class="ml-auto pb-2" data-hours>{{ Math.round(hours * 10) / 10 }} hours</b>
      </div>
      <p v-if="!session.opened.job.starts" class="mt-2 text-sm text-quiet">
        The job has no first day yet: it is laid out from today.
      </p>
      <CrewList />
      <ScheduleChart class="mt-3" :stages="stages" :hours-a-day="rules('crew.hours')" @move="move" />
      <table class="mt-3 w-full border-collapse">
        <thead class="text-left text-sm text-quiet">
          <tr>
            <th class="pr-2 font-normal">Stage</th>
            <th class="pr-2 text-right font-normal">Hours</th>
            <th class="pr-2 font-normal">People</th>
            <th class="pr-2 font-normal">Not before</th>
            <th class="font-normal">Days</th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="s in stages"
            :key="s.stage"
            :data-stage="s.stage"
            class="border-b border-rule align-baseline max-md:grid max-md:grid-cols-3 max-md:gap-2 max-md:py-2"
          >
            <th class="pr-2 text-left max-md:col-span-2">{{ stageTitles[s.stage] }}</th>
            <td class="pr-2 text-right">{{ s.hours > 0 ? s.hours : '' }}</td>
            <td class="pr-2">
              <span v-if="s.people > 0 && crew.length > 0" class="flex flex-wrap gap-1">
                <button
                  v-for="[id, p] in crew"
                  :key="id"
                  class="key"
                  type="button"
                  :class="{ 'bg-chalk-soft': s.names.includes(p.name) }"
                  :aria-pressed="s.names.includes(p.name)"
                  :aria-label="`${p.name} does ${stageTitles[s.stage]}`"
                  @click="toggle(s, id)"
                >
                  {{ p.name }}
                </button>
              </span>
              <NumberField
                v-else-if="s.people > 0"
                class="w-16"
                hide-label
                :label="`People for ${stageTitles[s.stage]}`"
                whole
                :min="1"
                :max="50"
                :model-value="s.people"
                @update:model-value="
                  (people) => session.edit('setStage', { stage: s.stage, changes: { people } })
                "
              />
            </td>
            <td class="pr-2">
              <DayField
                class="w-40"
                hide-label
                :label="`${stageTitles[s.stage]} not before`"
                :model-value="s.from"
                @update:model-value="(day) => move(s.stage, day)"
              />
            </td>
            <td>
              <b>{{ dayWords(s.days[0] ?? '') }}</b><template v-if="s.days.length > 1">
                to {{ dayWords(s.days.at(-1) ?? '') }}</template
              >
              <span v-if="s.isTooEarly" class="block text-sm text-trouble"
                >{{ stageTitles[s.after ?? s.stage] }} has to be done first.</span
              >
            </td>
          </tr>
        </tbody>
      </table>
      <p class="mt-2 text-sm text-quiet">
        Each stage waits for the one before it: all boxes before holes, the inspection before anything is
        covered. Inspectors and drywallers keep days of their own; ask them.
      </p>
    </template>
  </section>
</template>
