import { entryOf } from '@fieldchalk/core';
import { useEventListener } from '@vueuse/core';
import { computed, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useSession } from '../stores/session.ts';
import { useSelection } from '../stores/selection.ts';
import { useFindings } from '../stores/findings.ts';
import { useViews } from '../stores/views.ts';
import { circuitsInOrder } from './circuits/look.ts';
import { stages } from './entry/order.ts';
import { isInDialog, isTyping } from './keys.ts';

/** Something a single key does anywhere in the workspace. */
export interface Action {
  readonly key: string;
  readonly says: string;
  readonly act: () => void;
}

/** Keys that the drawings answer to by themselves, for the sheet. */
const drawingKeys: readonly [string, string][] = [
  ['V', 'see through the house, or back to the plan'],
  ['← →', 'a chosen box to the next stud face'],
  ['Shift ← →', 'a chosen box by a sixteenth, exact'],
  ['← ↑ → ↓', 'a chosen wall, corner, opening or fixture by an inch; with Shift a sixteenth'],
  ['Shift click', 'choose more of the same kind'],
  ['L', 'lock what is chosen'],
  ['P', 'pin a chosen box'],
  ['Delete', 'delete what is chosen'],
  ['Escape', 'let go, or give a drag up'],
  ['Ctrl Z', 'undo; with Shift redo'],
];

/** The keys of the workspace, and whether their sheet is open. One list: the keyboard, the sheet and the chalk line read it. */
export function useActions() {
  const session = useSession();
  const selection = useSelection();
  const findings = useFindings();
  const views = useViews();
  const route = useRoute();
  const router = useRouter();
  const keysOpen = ref(false);
  const go = (stage: string) => void router.push(`/jobs/${String(route.params['job'])}/${stage}`);
  /** New circuits in the order of the panel, none at the end: a chosen box goes on to the next, or the one before. */
  function stepCircuit(by: 1 | -1): void {
    const plan = session.plan;
    if (!plan || selection.chosen?.kind !== 'box') return;
    const list = [
      ...circuitsInOrder(plan).filter(
        (c) => !entryOf(plan.circuits, c).existing || entryOf(plan.circuits, c).found?.extend,
      ),
      null,
    ];
    const now = list.indexOf(selection.circuitInHand);
    session.edit('assignBoxes', {
      boxes: selection.picked,
      circuit: list[(now + by + list.length) % list.length] ?? null,
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
      act: () => void session.edit('propose', { only: ['boxes'] }),
    },
    { key: 'c', says: 'assign circuits', act: () => void session.edit('propose', { only: ['circuits'] }) },
    { key: 'r', says: 'lay the runs', act: () => void session.edit('propose', { only: ['runs'] }) },
    { key: 'k', says: 'keep: what is chosen, or every box of this room', act: () => selection.keep() },
    { key: 'n', says: 'next finding', act: () => findings.step(1) },
    { key: 'N', says: 'finding before', act: () => findings.step(-1) },
    { key: 'f', says: 'frame what is chosen, or the room; once more shows all', act: () => views.frame() },
    { key: '[', says: 'room before', act: () => selection.stepRoom(-1) },
    { key: ']', says: 'next room', act: () => selection.stepRoom(1) },
    { key: ',', says: 'a chosen box to the circuit before its own', act: () => stepCircuit(-1) },
    { key: '.', says: 'a chosen box to the next circuit', act: () => stepCircuit(1) },
    {
      key: 'a',
      says: 'assign by pressing: boxes pressed go on the circuit in hand',
      act: () => void selection.paintWith(selection.painting ? null : selection.circuitInHand),
    },
    {
      key: 't',
      says: 'breaker of the circuit in hand off or on, on screen only',
      act: () => selection.circuitInHand && selection.trip(selection.circuitInHand),
    },
    {
      key: '/',
      says: 'go to the chalk line',
      act: () => document.querySelector<HTMLInputElement>('[data-entry]')?.focus(),
    },
    { key: '?', says: 'this sheet of keys', act: () => (keysOpen.value = true) },
  ];

  listenTo(actions);
  const sheet = computed(() => [
    ...actions.map((a): [string, string] => [a.key === 'N' ? 'Shift N' : a.key.toUpperCase(), a.says]),
    ...drawingKeys,
  ]);
  return { actions, keysOpen, sheet };
}

/** Acts on the keys while nothing is typed and no dialog is open; Ctrl Z anywhere but in a field. */
function listenTo(actions: readonly Action[]): void {
  const session = useSession();
  useEventListener(window, 'keydown', (event: KeyboardEvent) => {
    if (isInDialog() || isTyping(event.target)) return;
    const held = event.ctrlKey || event.metaKey;
    const act =
      held && event.key.toLowerCase() === 'z'
        ? () => (event.shiftKey ? session.redo() : session.undo())
        : held || event.altKey || !session.plan
          ? undefined
          : actions.find((a) => a.key === event.key)?.act;
    if (!act) return;
    event.preventDefault();
    act();
  });
}
