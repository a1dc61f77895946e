import { useElementSize } from '@vueuse/core';
import { select } from 'd3-selection';
import { zoom, zoomIdentity, type D3ZoomEvent } from 'd3-zoom';
import { computed, onMounted, shallowRef, watch, type Ref } from 'vue';
import { useSelection } from '../../stores/selection.ts';
import { useSession } from '../../stores/session.ts';
import { useViews } from '../../stores/views.ts';
import type { Plan } from '@fieldchalk/core';
import { extentOf } from '@fieldchalk/core/drawing';

const roomToDraw = 120;
const margin = 18;
/** Pixels. */
const forLabels = 30;
/** Inches around what is framed. */
const around = 36;

/**
 * The part of a level that the plan pane shows: fitted to the level, zoomed and panned by hand; still while walls are drawn, with room
 * around for more of them.
 */
export function usePlanViewport(svg: Ref<SVGSVGElement | null>, level: Ref<string>, isDrawing: Ref<boolean>) {
  const session = useSession();
  const selection = useSelection();
  const { width, height } = useElementSize(svg);
  const views = useViews();
  const view = computed(() => views.planView);
  const extent = shallowRef<ReturnType<typeof extentOf> | null>(null);
  /** Labels stand outside the walls: they need so many pixels around, however small the pane is. */
  function extentWithLabels(plan: Plan): ReturnType<typeof extentOf> {
    const bare = extentOf(plan, level.value, 0);
    const inches = Math.max(
      bare.width / (width.value - 2 * forLabels),
      bare.height / (height.value - 2 * forLabels),
    );
    return extentOf(
      plan,
      level.value,
      inches > 0 && width.value > 120 ? Math.max(margin, forLabels * inches) : margin,
    );
  }
  watch(
    [() => session.plan, level, isDrawing, width, height] as const,
    ([plan, , drawing], before) => {
      if (drawing && before?.[2] && extent.value) return;
      extent.value = plan && (drawing ? extentOf(plan, level.value, roomToDraw) : extentWithLabels(plan));
    },
    { immediate: true },
  );
  const fitted = computed(() =>
    extent.value && width.value > 0
      ? Math.min(width.value / extent.value.width, height.value / extent.value.height)
      : 1,
  );

  const zooming = zoom<SVGSVGElement, unknown>()
    .scaleExtent([0.6, 40])
    .filter((event: Event) => {
      if (event.type === 'wheel') return true;
      // Two fingers zoom and move; so does one on the ground between things.
      if (event.type.startsWith('touch'))
        return (event as TouchEvent).touches.length > 1 || (event.target === svg.value && !isDrawing.value);
      return event.target === svg.value && !isDrawing.value && !(event as MouseEvent).shiftKey;
    })
    .on('zoom', ({ transform: { k, x, y } }: D3ZoomEvent<SVGSVGElement, unknown>) => {
      views.planView = { k, x, y };
    });
  /** Hands the drawing the view of the stage: the wheel goes on from there. */
  function takeView(el: SVGSVGElement): void {
    const { k, x, y } = views.planView;
    select(el).call(zooming.transform, zoomIdentity.translate(x, y).scale(k));
  }
  function begin(el: SVGSVGElement): void {
    select(el).call(zooming).on('dblclick.zoom', null);
    takeView(el);
  }
  onMounted(() => watch(svg, (el) => el && begin(el), { immediate: true }));
  /** Around a place of the plan, inches with y up, or around the middle of what is shown. */
  function zoomBy(factor: number, at: { readonly x: number; readonly y: number } | null): void {
    const { k, x, y } = view.value;
    const point: [number, number] | undefined = at ? [at.x * k + x, -at.y * k + y] : undefined;
    if (svg.value) select(svg.value).call(zooming.scaleBy, factor, point);
  }
  const fit = () => svg.value && select(svg.value).call(zooming.transform, zoomIdentity);
  watch(level, fit);
  watch(
    () => selection.stage,
    () => svg.value && takeView(svg.value),
  );

  /** Brings some points of the plan into view, inches with y up: moves there where they are not in it, and no nearer than all of them fit. */
  function reveal(points: readonly { readonly x: number; readonly y: number }[]): void {
    const { value: on } = svg;
    const { value: whole } = extent;
    if (!on || !whole || points.length === 0) return;
    const [xs, ys] = [points.map((p) => p.x), points.map((p) => -p.y)];
    const [left, right, top, bottom] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
    const { k, x, y } = view.value;
    const isIn = (px: number, py: number) =>
      px * k + x >= whole.x &&
      px * k + x <= whole.x + whole.width &&
      py * k + y >= whole.y &&
      py * k + y <= whole.y + whole.height;
    if (isIn(left, top) && isIn(right, bottom)) return;
    const most = Math.min(
      whole.width / (right - left + 2 * margin),
      whole.height / (bottom - top + 2 * margin),
    );
    if (k > most) select(on).call(zooming.scaleTo, Math.max(0.6, most));
    const now = view.value.k;
    const to = zoomIdentity
      .translate(whole.x + whole.width / 2, whole.y + whole.height / 2)
      .scale(now)
      .translate(-(left + right) / 2, -(top + bottom) / 2);
    select(on).call(zooming.transform, to);
  }

  /** Brings some points into the middle, as near as they and a few feet around them fit; where they are framed already, the whole level. */
  function frame(points: readonly { readonly x: number; readonly y: number }[]): void {
    const { value: on } = svg;
    const { value: whole } = extent;
    if (!on || !whole) return;
    if (points.length === 0) return void fit();
    const [xs, ys] = [points.map((p) => p.x), points.map((p) => -p.y)];
    const [left, right, top, bottom] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
    const k = Math.min(
      40,
      Math.max(
        0.6,
        Math.min(whole.width / (right - left + 2 * around), whole.height / (bottom - top + 2 * around)),
      ),
    );
    const to = zoomIdentity
      .translate(whole.x + whole.width / 2, whole.y + whole.height / 2)
      .scale(k)
      .translate(-(left + right) / 2, -(top + bottom) / 2);
    const { value: now } = view;
    const isThere = Math.abs(now.k - to.k) < 0.01 && Math.hypot(now.x - to.x, now.y - to.y) < 1;
    select(on).call(zooming.transform, isThere ? zoomIdentity : to);
  }

  /** Where the pointer is in the plan: inches, y up. Null before anything is drawn. */
  function placeOf(event: PointerEvent | MouseEvent): { x: number; y: number } | null {
    const matrix = svg.value?.querySelector('g')?.getScreenCTM();
    if (!matrix) return null;
    const p = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    return { x: p.x, y: -p.y };
  }

  return {
    view,
    extent,
    /** Pixels an inch. */
    scale: computed(() => fitted.value * view.value.k),
    zoomBy,
    fit,
    reveal,
    frame,
    placeOf,
  };
}
