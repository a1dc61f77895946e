<script setup lang="ts">
import { Download, Printer } from '@lucide/vue';
import { ref } from 'vue';
import { pdfPath } from './makeSheets.ts';

/** Pages that were made: saved as a PDF, or printed by the browser, which prints the PDF itself: it is at true scale. */
const props = defineProps<{ job: string; made: string; file: string }>();
const printed = ref<HTMLIFrameElement | null>(null);
function print() {
  if (!printed.value) return;
  printed.value.onload = () => printed.value?.contentWindow?.print();
  printed.value.src = pdfPath(props.job, props.made);
}
</script>

<template>
  <a class="key" :href="pdfPath(job, made)" :download="file">
    <Download :size="18" aria-hidden="true" /> Save PDF
  </a>
  <button class="key" type="button" @click="print"><Printer :size="18" aria-hidden="true" /> Print</button>
  <iframe ref="printed" title="Sheets to print" class="hidden" />
</template>
