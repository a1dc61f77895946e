/** Thirty rooms in a grid, over 800 uprights. */
export function thirtyRooms(): object {
  const [w, h, columns, rows] = [144, 132, 6, 5];
  const points: Record<string, object> = {};
  const walls: Record<string, object> = {};
  const openings: Record<string, object> = {};
  const add = (id: string, x1: number, y1: number, x2: number, y2: number) => {
    points[`${id}a`] = { x: x1, y: y1 };
    points[`${id}b`] = { x: x2, y: y2 };
    walls[id] = { from: `${id}a`, to: `${id}b` };
  };
  for (let r = 0; r <= rows; r++) add(`h${r}`, 0, r * h, columns * w, r * h);
  for (let r = 0; r < rows; r++)
    for (let c = 0; c <= columns; c++) add(`v${r}_${c}`, c * w, r * h, c * w, (r + 1) * h);
  for (let i = 0; i < rows * columns; i++)
    openings[`o${i}`] = { wall: `h${Math.floor(i / columns)}`, at: (i % columns) * w + 40, width: 32 };
  const rooms = Object.fromEntries(
    Array.from({ length: rows * columns }, (_, i) => [
      `r${i}`,
      {
        x: ((i % columns) + 0.5) * w,
        y: (Math.floor(i / columns) + 0.5) * h,
        name: `Room ${i + 1}`,
        use: 'bedroom',
      },
    ]),
  );
  const panels = { n1: { on: { wall: 'h0', side: 'left', at: 20, away: 60 }, spaces: 84 } };
  return { format: 'fieldchalk.plan', version: 1, points, walls, openings, rooms, panels };
}
