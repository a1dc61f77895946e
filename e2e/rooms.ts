const [width, depth] = [144, 132];

/** Rooms in a grid, each with a door; thirty of them have over 800 uprights. */
export function gridOfRooms(columns: number, rows: number) {
  const points: Record<string, object> = {};
  const walls: Record<string, object> = {};
  const openings: Record<string, object> = {};
  const add = (id: string, x1: number, y1: number, x2: number, y2: number) => {
    points[`${id}a`] = { x: x1, y: y1 };
    points[`${id}b`] = { x: x2, y: y2 };
    walls[id] = { from: `${id}a`, to: `${id}b` };
  };
  for (let r = 0; r <= rows; r++) add(`h${r}`, 0, r * depth, columns * width, r * depth);
  for (let r = 0; r < rows; r++)
    for (let c = 0; c <= columns; c++) add(`v${r}_${c}`, c * width, r * depth, c * width, (r + 1) * depth);
  for (let i = 0; i < rows * columns; i++)
    openings[`o${i}`] = { wall: `h${Math.floor(i / columns)}`, at: (i % columns) * width + 40, width: 32 };
  const named = Object.fromEntries(
    Array.from({ length: rows * columns }, (_, i) => [
      `r${i}`,
      {
        x: ((i % columns) + 0.5) * width,
        y: (Math.floor(i / columns) + 0.5) * depth,
        name: `Room ${i + 1}`,
        use: 'bedroom',
      },
    ]),
  );
  const panels = { n1: { on: { wall: 'h0', side: 'left', at: 20, away: 60 }, spaces: 84 } };
  return { format: 'fieldchalk.plan', version: 1, points, walls, openings, rooms: named, panels };
}

/** The same, wired: nine receptacles in each room, on a circuit of their own, one after the other; a panel for every forty rooms. */
export function wiredRooms(columns: number, rows: number) {
  const bare = gridOfRooms(columns, rows);
  const lists = { boxes: {}, devices: {}, circuits: {}, runs: {}, panels: {} } as Record<
    'boxes' | 'devices' | 'circuits' | 'runs' | 'panels',
    Record<string, object>
  >;
  const { boxes, devices, circuits, runs, panels } = lists;
  for (let i = 0; i < rows * columns; i++) {
    const [c, r] = [i % columns, Math.floor(i / columns)];
    const [circuit, panel] = [`c${i + 1}`, `n${Math.floor(i / 40) + 1}`];
    panels[panel] = {
      on: { wall: 'h0', side: 'left', at: 20 + 200 * Math.floor(i / 40), away: 60 },
      spaces: 84,
    };
    circuits[circuit] = { panel, space: (i % 40) + 1, amps: 15, gauge: 14, protection: 'afci' };
    const places = [
      ...[15, 100, 130].map((at) => ({ wall: `h${r}`, side: 'left', at: c * width + at })),
      ...[30, 60, 90].map((at) => ({ wall: `v${r}_${c + 1}`, side: 'left', at })),
      ...[105, 75, 45].map((at) => ({ wall: `v${r}_${c}`, side: 'right', at })),
    ];
    places.forEach((on, n) => {
      const box = `b${9 * i + n + 1}`;
      boxes[box] = { on };
      devices[`d${9 * i + n + 1}`] = { box, slot: 0, kind: 'receptacle', circuit };
      const from = n === 0 ? panel : `b${9 * i + n}`;
      runs[`k${9 * i + n + 1}`] = { from, to: box, circuit, cable: '14/2' };
    });
  }
  return { ...bare, ...lists };
}
