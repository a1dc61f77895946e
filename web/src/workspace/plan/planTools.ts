import { formatLength, never, roomHolding, snappedEnd, type DeviceKind } from '@fieldchalk/core';
import { computed, shallowRef, type Ref } from 'vue';
import { useSelection } from '../../stores/selection.ts';
import { onceReady } from '../../stores/onceReady.ts';
import { useSession } from '../../stores/session.ts';

interface Place {
  readonly x: number;
  readonly y: number;
}

/** What a press on the plan does: choose and drag, draw walls one after another, or put a device on a ceiling. */
export type PlanTool =
  | { readonly kind: 'choose' }
  | { readonly kind: 'draw'; readonly begun: Place | null; readonly pointer: Place | null }
  | { readonly kind: 'put'; readonly device: DeviceKind };

const choosing: PlanTool = { kind: 'choose' };

/** The tool in hand on the plan. Lengths in inches, `scale` in pixels an inch. */
export function usePlanTool(level: Ref<string>, scale: Ref<number>) {
  const session = useSession();
  const selection = useSelection();
  const tool = shallowRef<PlanTool>(choosing);
  const says = shallowRef('');

  function take(next: PlanTool): void {
    tool.value = next;
    says.value = '';
  }
  const snapped = (at: Place, from: Place | null) =>
    snappedEnd(session.opened, level.value, at, from, 8 / scale.value + 1);

  /** Draws a wall to a place from where the last one ended; the first press only begins. */
  function drawTo(end: Place): void {
    if (tool.value.kind !== 'draw') return;
    const { begun, pointer } = tool.value;
    if (begun && !session.edit('addWall', { level: level.value, from: begun, to: end })) return;
    tool.value = { kind: 'draw', begun: end, pointer };
  }
  /** A typed length draws on the way the pointer shows. */
  function drawLength(length: number): void {
    if (tool.value.kind !== 'draw') return;
    const { begun, pointer } = tool.value;
    if (!begun || !pointer) return;
    const [dx, dy] = [pointer.x - begun.x, pointer.y - begun.y];
    const span = Math.hypot(dx, dy) || 1;
    drawTo({ x: begun.x + (dx / span) * length, y: begun.y + (dy / span) * length });
  }
  const put = onceReady((at: Place, kind: DeviceKind) => {
    const room = roomHolding(session.opened, level.value, at);
    if (room === null) return void (says.value = 'Press inside a room that closes.');
    const before = new Set(Object.keys(session.opened.boxes));
    const place = { x: Math.round(at.x), y: Math.round(at.y) };
    if (!session.edit('addCeilingBox', { room, ...place, kind })) return;
    const added = Object.keys(session.opened.boxes).find((id) => !before.has(id));
    if (added) selection.choose({ kind: 'box', id: added });
  });

  function press(at: Place): void {
    switch (tool.value.kind) {
      case 'choose':
        return;
      case 'draw':
        return drawTo(snapped(at, tool.value.begun));
      case 'put':
        return put(at, tool.value.device);
      default:
        return never(tool.value);
    }
  }
  function move(at: Place): void {
    if (tool.value.kind !== 'draw') return;
    const { begun } = tool.value;
    const pointer = snapped(at, begun);
    tool.value = { kind: 'draw', begun, pointer };
    if (begun) says.value = formatLength(Math.hypot(pointer.x - begun.x, pointer.y - begun.y));
  }
  /** Lets go of what the tool holds: the wall begun, else the tool. Says whether it held anything. */
  function letGo(): boolean {
    if (tool.value.kind === 'choose') return false;
    take(
      tool.value.kind === 'draw' && tool.value.begun
        ? { ...tool.value, begun: null, pointer: null }
        : choosing,
    );
    return true;
  }

  return {
    tool: computed(() => tool.value),
    says: computed(() => says.value),
    isDrawing: computed(() => tool.value.kind === 'draw'),
    draw: () => take({ kind: 'draw', begun: null, pointer: null }),
    choose: () => take(choosing),
    putDevice: (device: DeviceKind | null) => take(device === null ? choosing : { kind: 'put', device }),
    press,
    move,
    letGo,
    drawLength,
  };
}
