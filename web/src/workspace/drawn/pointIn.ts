interface Point {
  readonly x: number;
  readonly y: number;
}

/** Where the pointer is in the terms of a drawing, or of a part of it with a scale of its own; as it is in the window, where that is not drawn. */
export function pointIn(
  drawing: Pick<SVGGraphicsElement, 'getScreenCTM'> | null | undefined,
  { clientX, clientY }: Pick<MouseEvent, 'clientX' | 'clientY'>,
): Point {
  return new DOMPoint(clientX, clientY).matrixTransform(drawing?.getScreenCTM()?.inverse());
}

/** So far beside something thin a finger still means it. Pixels. */
export const fingerReach = 22;
