import type { XYZ } from '../geometry/index.ts';

/** Whether a cable finds a way: of one that does not, nothing is known of how long it is cut. `path`: its points in inches, none where there is no way. */
export const hasWay = ({ path }: { readonly path: readonly XYZ[] }): boolean => path.length > 0;
