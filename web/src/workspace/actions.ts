import { entryOf } from '@fieldchalk/core';
import { useEventListener } from '@vueuse/core';
import { ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useSession } from '../stores/session.ts';
import { useSelection } from '../stores/selection.ts';
import { useFindings } from '../stores/findings.ts';
import { useViews } from '../stores/views.ts';
import { circuitsInOrder } from './circuits/look.ts';
import { stages } from './entry/order.ts';
import { useKeys } from '../stores/keys.ts';
import { isInDialog, isTyping } from './keys.ts';

/** Something a single key does anywhere in the workspace. */
export interface Action {
  readonly id: string;
  readonly key: string;
  /** What does the same in the chalk line. */
  readonly typed?: string;
  readonly says: string;
  readonly act: () => void;
}

/** Keys that the drawings answer to by themselves, for the sheet. */
const drawingKeys: readonly [string, string][] = [
  ['← →', 'a chosen box to the next stud face'],
  ['Shift ← →', 'a chosen box by a sixteenth, exact'],
  ['← ↑ → ↓', 'a chosen wall, corner, opening or fixture by an inch; with Shift a sixteenth'],
  ['Shift click', 'choose more of the same kind'],
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
      id: `stage ${stage}`,
      key: String(i + 1),
      typed: `go ${stage}`,
      says: `go to ${stage}`,
      act: () => go(stage),
    })),
    {
      id: 'boxes',
      key: 'b',
      typed: 'propose boxes',
      says: 'place boxes: receptacles, lights, switches, alarms, data',
      act: () => void session.edit('propose', { only: ['boxes'] }),
    },
    {
      id: 'circuits',
      key: 'c',
      typed: 'propose circuits',
      says: 'assign circuits',
      act: () => void session.edit('propose', { only: ['circuits'] }),
    },
    {
      id: 'runs',
      key: 'r',
      typed: 'propose runs',
      says: 'lay the runs',
      act: () => void session.edit('propose', { only: ['runs'] }),
    },
    {
      id: 'keep',
      key: 'k',
      typed: 'keep',
      says: 'keep: what is chosen, or every box of this room',
      act: () => selection.keep(),
    },
    { id: 'next', key: 'n', typed: 'next', says: 'next finding', act: () => findings.step(1) },
    { id: 'before', key: 'N', typed: 'previous', says: 'finding before', act: () => findings.step(-1) },
    {
      id: 'frame',
      key: 'f',
      says: 'frame what is chosen, or the room; once more shows all',
      act: () => views.frame(),
    },
    { id: 'room before', key: '[', says: 'room before', act: () => selection.stepRoom(-1) },
    { id: 'next room', key: ']', says: 'next room', act: () => selection.stepRoom(1) },
    {
      id: 'circuit before',
      key: ',',
      says: 'a chosen box to the circuit before its own',
      act: () => stepCircuit(-1),
    },
    { id: 'next circuit', key: '.', says: 'a chosen box to the next circuit', act: () => stepCircuit(1) },
    {
      id: 'assign',
      key: 'a',
      says: 'assign by pressing: boxes pressed go on the circuit in hand',
      act: () => void selection.paintWith(selection.painting ? null : selection.circuitInHand),
    },
    {
      id: 'trip',
      key: 't',
      says: 'breaker of the circuit in hand off or on, on screen only',
      act: () => selection.circuitInHand && selection.trip(selection.circuitInHand),
    },
    {
      id: 'through',
      key: 'v',
      says: 'see through the house, or back to the plan',
      act: () => views.seeThrough(!views.isThrough),
    },
    {
      id: 'outside',
      key: 'o',
      says: 'walls of the room from outside, or the room again',
      act: () => views.turnOutside(),
    },
    {
      id: 'lock',
      key: 'l',
      says: 'lock or unlock the chosen walls; of boxes, keep them',
      act: () => selection.lock(),
    },
    { id: 'pin', key: 'p', says: 'pin the chosen box, or let it go', act: () => selection.pinChosen() },
    {
      id: 'line',
      key: '/',
      says: 'go to the chalk line',
      act: () => document.querySelector<HTMLInputElement>('[data-entry]')?.focus(),
    },
    { id: 'sheet', key: '?', says: 'this sheet of keys', act: () => (keysOpen.value = true) },
  ];

  listenTo(actions);
  return { actions, keysOpen, drawingKeys };
}

/** What a key does even while single letters are switched off: without it nobody finds the way back. */
const alwaysKeys: ReadonlySet<string> = new Set(['sheet']);

/** Acts on the keys while nothing is typed and no dialog is open; Ctrl Z anywhere but in a field. */
function listenTo(actions: readonly Action[]): void {
  const keys = useKeys();
  const session = useSession();
  useEventListener(window, 'keydown', (event: KeyboardEvent) => {
    if (isInDialog() || isTyping(event.target)) return;
    const held = event.ctrlKey || event.metaKey;
    const act =
      held && event.key.toLowerCase() === 'z'
        ? () => (event.shiftKey ? session.redo() : session.undo())
        : held || event.altKey || !session.plan
          ? undefined
          : actions.find((a) => keys.keyOf(a) === event.key && (!keys.isOff || alwaysKeys.has(a.id)))?.act;
    if (!act) return;
    event.preventDefault();
    act();
  });
}
