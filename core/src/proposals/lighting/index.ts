import { nextId } from '../../plan/ids.ts';
import { entrySchemas, type Plan } from '../../plan/index.ts';
import type { ProposedLight } from './lights.ts';

export { proposeLights } from './lights.ts';
export { addSwitches } from './switching.ts';

/** Adds lights to a plan draft, each in a box of its own. Returns the ids of the boxes. */
export function addLights(draft: Plan, lights: readonly ProposedLight[]): string[] {
  return lights.map((light) => {
    const id = nextId(draft, 'boxes');
    draft.boxes[id] = entrySchemas.boxes.parse(
      light.on === 'ceiling'
        ? { on: { ceiling: light.room, ...light.at } }
        : {
            on: { wall: light.wall, side: light.side, at: light.at, height: light.height },
            exact: true,
            reason: light.reason,
          },
    );
    draft.devices[nextId(draft, 'devices')] = entrySchemas.devices.parse({
      box: id,
      kind: light.kind,
      va: light.va,
    });
    return id;
  });
}
