import { selection } from 'd3-selection';

/**
 * Stands in for `d3-transition` in the pages: views move at once, so all that `d3-zoom` asks of it is to stop what never runs. It would bring colours, easings and
 * timers along.
 */
export const interrupt = (): void => undefined;

Object.assign(selection.prototype, {
  interrupt(this: unknown) {
    return this;
  },
});
