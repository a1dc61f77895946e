import { entryOf, must } from '@fieldchalk/core';
import { useEventListener } from '@vueuse/core';
import { computed, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useJob } from '../stores/job.ts';
import { circuitsInOrder } from './circuits/look.ts';
import { stages } from './entry/entry.ts';

/** Something a single key does anywhere in the workspace. */
export interface Action {
  readonly key: string;
  readonly says: string;
  readonly act: () => void;
}

const isTyping = (target: EventTarget | null) =>
  target instanceof HTMLElement && target.closest('input, select, textarea') !== null;

/** The keys of the workspace, and whether their sheet is open. One list: the keyboard, the sheet and the chalk line read it. */
export function useActions() {
  const job = useJob();
  const route = useRoute();
  const router = useRouter();
  const keysOpen = ref(false);
  const go = (stage: string) => void router.push(`/jobs/${String(route.params['job'])}/${stage}`);
  /** New circuits in the order of the panel, none at the end: a chosen box goes on to the next, or the one before. */
  function stepCircuit(by: 1 | -1): void {
    const plan = job.plan;
    if (!plan || job.selection?.kind !== 'box') return;
    const list = [
      ...circuitsInOrder(plan).filter(
        (c) => !entryOf(plan.circuits, c).existing || entryOf(plan.circuits, c).found?.extend,
      ),
      null,
    ];
    const now = list.indexOf(job.circuitInHand);
    job.edit('assignBoxes', {
      boxes: job.picked,
      circuit: must(list[(now + by + list.length) % list.length], 'the entry'),
    });
  }
  const actions: readonly Action[] = [
    ...stages.map((stage, i): Action => ({
      key: String(i + 1),
      says: `go to ${stage}`,
      act: () => go(stage),
    })),
    {
      key: 'b',
      says: 'place boxes: receptacles, lights, switches, alarms, data',
      act: () => void job.edit('propose', { only: ['boxes'] }),
    },
    { key: 'c', says: 'assign circuits', act: () => void job.edit('propose', { only: ['circuits'] }) },
    { key: 'r', says: 'lay the runs', act: () => void job.edit('propose', { only: ['runs'] }) },
    { key: 'k', says: 'keep: what is chosen, or every box of this room', act: () => job.keep() },
    { key: 'n', says: 'next finding', act: () => job.stepFinding(1) },
    { key: 'N', says: 'finding before', act: () => job.stepFinding(-1) },
    { key: '[', says: 'room before', act: () => job.stepRoom(-1) },
    { key: ']', says: 'next room', act: () => job.stepRoom(1) },
    { key: ',', says: 'a chosen box to the circuit before its own', act: () => stepCircuit(-1) },
    { key: '.', says: 'a chosen box to the next circuit', act: () => stepCircuit(1) },
    {
      key: 'a',
      says: 'assign by pressing: boxes pressed go on the circuit in hand',
      act: () => void (job.painting = job.painting ? null : job.circuitInHand),
    },
    {
      key: 't',
      says: 'breaker of the circuit in hand off or on, on screen only',
      act: () => job.circuitInHand && job.trip(job.circuitInHand),
    },
    {
      key: '/',
      says: 'go to the chalk line',
      act: () => document.querySelector<HTMLInputElement>('[data-entry]')?.focus(),
    },
    { key: '?', says: 'this sheet of keys', act: () => (keysOpen.value = true) },
  ];

  useEventListener(window, 'keydown', (event: KeyboardEvent) => {
    if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z' && !isTyping(event.target)) {
      event.preventDefault();
      if (event.shiftKey) job.redo();
      else job.undo();
      return;
    }
    if (isTyping(event.target) || event.ctrlKey || event.metaKey || event.altKey || !job.plan) return;
    const action = actions.find((a) => a.key === event.key);
    if (!action) return;
    event.preventDefault();
    action.act();
  });

  const sheet = computed(() => [
    ...actions.map((a): [string, string] => [a.key === 'N' ? 'Shift N' : a.key.toUpperCase(), a.says]),
    ['← →', 'a chosen box to the next stud face'],
    ['Shift ← →', 'a chosen box by a sixteenth, exact'],
    ['← ↑ → ↓', 'a chosen wall, corner, opening or fixture by an inch; with Shift a sixteenth'],
    ['Shift click', 'choose more of the same kind'],
    ['L', 'lock what is chosen'],
    ['P', 'pin a chosen box'],
    ['Delete', 'delete what is chosen'],
    ['Escape', 'let go, or give a drag up'],
    ['Ctrl Z', 'undo; with Shift redo'],
  ]);
  return { actions, keysOpen, sheet };
}
