import type { EditStep, Layer, Plan, Side } from '@fieldchalk/core';

const sheathing: Layer = { name: 'sheathing 7/16', thickness: 0.4375, combustible: true };

/** What commonly goes over the framing outside, from the framing outwards (common practice, no source). Inches. */
export const outsideBuildUps: readonly { readonly says: string; readonly layers: readonly Layer[] }[] = [
  { says: 'lap siding', layers: [sheathing, { name: 'lap siding', thickness: 0.75, combustible: true }] },
  {
    says: 'panel siding',
    layers: [sheathing, { name: 'panel siding', thickness: 0.625, combustible: true }],
  },
  {
    says: 'stucco',
    layers: [{ ...sheathing }, { name: 'stucco 3 coats', thickness: 0.875, combustible: false }],
  },
  {
    says: 'siding on battens',
    layers: [
      sheathing,
      { name: 'battens 3/4', thickness: 0.75, combustible: true },
      { name: 'lap siding', thickness: 0.75, combustible: true },
    ],
  },
];

/** Faces of outside walls that no room is on and of which nothing is said yet, by the sides they are on. */
export function bareFaces(
  { walls }: Pick<Plan, 'walls'>,
  roomOn: (wall: string, side: Side) => boolean,
): Readonly<Record<Side, string[]>> {
  const bare = (side: Side) =>
    Object.entries(walls)
      .filter(([id, w]) => w.exterior && w.layers[side].length === 0 && !roomOn(id, side))
      .map(([id]) => id);
  return { left: bare('left'), right: bare('right') };
}

/** Says what goes over the framing on some faces, as one change. */
export const layersOn = (faces: Readonly<Record<Side, string[]>>, layers: readonly Layer[]): EditStep[] =>
  (['left', 'right'] as const)
    .filter((side) => faces[side].length > 0)
    .map((side) => ({
      name: 'setLayers',
      args: { walls: faces[side], side, layers: layers.map((l) => ({ ...l })) },
    }));
