<script setup lang="ts">
/** One thing after the other in two versions, and what more the second has; `costs` where it says what that costs. */
export interface ComparedRow {
  readonly key: string;
  readonly name: string;
  readonly before: string;
  readonly after: string;
  readonly more: string;
  readonly costs?: string;
  readonly isBold?: boolean;
}
defineProps<{ title: string; rows: readonly ComparedRow[]; hasCosts?: boolean }>();
</script>

<template>
  <section :aria-label="title">
    <h3 class="heading">{{ title }}</h3>
    <table class="w-full">
      <thead>
        <tr class="text-right text-sm text-quiet">
          <td />
          <th
            v-for="head in ['First', 'Second', 'More', ...(hasCosts ? ['Costs'] : [])]"
            :key="head"
            class="px-1 font-normal"
            scope="col"
          >
            {{ head }}
          </th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="r in rows"
          :key="r.key"
          class="border-b border-rule text-right align-baseline"
          :class="r.isBold ? 'font-bold' : 'font-normal'"
          :data-compared="r.key"
        >
          <th class="py-1 text-left font-[inherit]" scope="row">{{ r.name }}</th>
          <td class="px-1">{{ r.before }}</td>
          <td class="px-1">{{ r.after }}</td>
          <td class="px-1 whitespace-nowrap">{{ r.more }}</td>
          <td v-if="hasCosts" class="px-1">{{ r.costs }}</td>
        </tr>
      </tbody>
    </table>
  </section>
</template>
