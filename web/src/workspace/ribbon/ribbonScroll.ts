import { nextTick, type Ref } from 'vue';

/** A place in a room drawn in rows: which row, and inches from the left end and the top of its walls. */
export interface RowPlace {
  readonly row: number;
  readonly x: number;
  readonly y: number;
}

/** A point of the window. */
interface Point {
  readonly x: number;
  readonly y: number;
}

const rowsIn = (pane: HTMLElement) => [...pane.querySelectorAll<SVGGraphicsElement>('[data-inches]')];

/** Which place of the rows is at a point of the window: of the row nearest to it. Null while nothing is drawn. */
export function placeAt(pane: HTMLElement, point: Point): RowPlace | null {
  const rows = rowsIn(pane).flatMap((row, i) => {
    const matrix = row.getScreenCTM();
    const box = row.ownerSVGElement?.getBoundingClientRect();
    if (!matrix || !box) return [];
    const off = Math.max(box.top - point.y, point.y - box.bottom, 0);
    return [{ row: i, matrix, off }];
  });
  const [nearest] = rows.sort((a, b) => a.off - b.off);
  if (!nearest) return null;
  const { x, y } = new DOMPoint(point.x, point.y).matrixTransform(nearest.matrix.inverse());
  return { row: nearest.row, x, y };
}

/** Where a place of the rows is in the window. */
export function pointOf(pane: HTMLElement, { row, x, y }: RowPlace): Point | null {
  const matrix = rowsIn(pane)[row]?.getScreenCTM();
  return matrix ? new DOMPoint(x, y).matrixTransform(matrix) : null;
}

/** Scrolls the pane until a place is at a point of the window, as far as it can. */
export function bringTo(
  pane: HTMLElement,
  place: RowPlace,
  point: Point,
  behavior: ScrollBehavior = 'auto',
): void {
  const now = pointOf(pane, place);
  if (now) pane.scrollBy({ left: now.x - point.x, top: now.y - point.y, behavior });
}

export const middleOfPane = (pane: HTMLElement): Point => {
  const { left, top, width, height } = pane.getBoundingClientRect();
  return { x: left + width / 2, y: top + height / 2 };
};

/** Changes the size of what is drawn and keeps one place where it is in the window: what is pointed at, else what is given. */
export async function keepingPlace(
  pane: Ref<HTMLElement | null>,
  point: Point | null,
  kept: RowPlace | null,
  change: () => void,
): Promise<void> {
  const el = pane.value;
  if (!el) return change();
  const middle = middleOfPane(el);
  const place = point ? placeAt(el, point) : (kept ?? placeAt(el, middle));
  change();
  await nextTick();
  if (place) bringTo(el, place, point ?? middle);
}
