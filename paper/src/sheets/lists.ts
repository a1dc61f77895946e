import {
  circuitNumber,
  compareIds,
  entryOf,
  faultWords,
  formatLength,
  isOpen,
  legLoads,
  panelRows,
  seatWords,
  type Finding,
} from '@fieldchalk/core';
import { caution, column, heading, table, text, type Block } from '../layout/blocks.ts';
import { type MadeSheet, type SheetJob, sheetOf } from './job.ts';
import { drillingTable } from './rooms.ts';

const amount = (n: number) => Math.round(n).toLocaleString('en-US');

/** What every breaker feeds, panel by panel. */
export function directorySheets(job: SheetJob): MadeSheet[] {
  const { plan } = job;
  return Object.keys(plan.panels)
    .sort(compareIds)
    .map((id) => {
      const { name, amps, source } = entryOf(plan.panels, id);
      const fedBy = plan.panels[source]?.name ?? source;
      const words = (place: ReturnType<typeof panelRows>[number][number]) =>
        place === null
          ? ['', '']
          : [
              `${place.space}`,
              place.seats
                .map((s) => {
                  const { title, says } = seatWords(plan, place, s);
                  return [title, says].filter(Boolean).join('\n');
                })
                .join('\n') || 'spare',
            ];
      return sheetOf(job, `directory ${id}`, `Directory of ${name || 'the panel'}`, [
        text(`${amps} A, fed by ${fedBy}.`, 9.5),
        table(
          [
            column('Space', 1, { bold: true }),
            column('Left', 7),
            column('Space', 1, { bold: true }),
            column('Right', 7),
          ],
          panelRows(plan, id).map(([left, right]) => [...words(left), ...words(right)]),
        ),
        ...(source === 'standby' ? [caution('Standby supply: these stay live when the main is off.')] : []),
        text('Every circuit is named by what it feeds, none by a person. Local code decides.'),
      ]);
    });
}

function auditBlocks({ plan }: SheetJob): Block[] {
  const found = Object.entries(plan.circuits).flatMap(([id, c]) =>
    c.found ? [{ id, c, found: c.found }] : [],
  );
  if (found.length === 0) return [];
  return [
    heading('What the audit found'),
    table(
      [
        column('No.', 1, { bold: true }),
        column('Circuit', 4),
        column('Breaker', 1.6),
        column('Serves', 6),
        column('Found wrong', 6),
      ],
      found
        .sort((a, b) => (a.c.space ?? 999) - (b.c.space ?? 999) || compareIds(a.id, b.id))
        .map(({ id, c, found: f }) => [
          circuitNumber(plan, id),
          c.name,
          `${c.amps} A`,
          f.serves,
          [...f.faults.map((fault) => faultWords[fault].says), f.note].filter(Boolean).join('; '),
        ]),
    ),
  ];
}

/** The service load by every method that applies, the load of each leg and circuit, and what the audit found. */
export function loadSheets(job: SheetJob): MadeSheet[] {
  const { plan, result } = job;
  const loads = result.service.flatMap((load, i): Block[] => [
    heading(`${load.title}${i === 0 ? ', in force' : ''}`),
    table(
      [column('What', 5), column('How it was come by', 9), column('VA', 2, { align: 'right' })],
      [
        ...load.lines.map((l) => [l.what, l.how, amount(l.va)]),
        ['Counted', `${Math.round(load.amps)} A at 240 V`, amount(load.va)],
      ],
    ),
  ]);
  const legs = Object.entries(plan.panels).map(([id, p]) => {
    const { A, B } = legLoads(plan, id, (c) => result.circuits[c]?.va ?? 0);
    return [p.name || 'Panel', `${amount(A)} VA`, `${amount(B)} VA`];
  });
  return [
    sheetOf(job, 'load', 'Audit and load', [
      ...loads,
      heading('Legs of each panel'),
      table([column('Panel', 6, { bold: true }), column('Leg A', 3), column('Leg B', 3)], legs),
      ...auditBlocks(job),
      text(
        'Sections are of the 2023 NEC, from memory. A licensed person and the local authority decide what a service carries.',
      ),
    ]),
  ];
}

/** Cables in the order they are cut and pulled, and the coils they come off. */
export function cutSheets(job: SheetJob): MadeSheet[] {
  const { plan, result, names } = job;
  const coilOf = new Map(result.takeoff.coils.flatMap((coil, i) => coil.cuts.map((c) => [c.run, i + 1])));
  return [
    sheetOf(job, 'cuts', 'Cut and pull list', [
      table(
        [
          column('', 0.8),
          column('Cut', 2.4, { bold: true }),
          column('Cable', 1.6),
          column('Coil', 1),
          column('Circuit', 4),
          column('From', 3),
          column('To', 3),
          column('Written here', 5),
          column('Written there', 5),
        ],
        result.cuts.map((c, i) => [
          `${i + 1}`,
          formatLength(c.cut),
          c.cable,
          `${coilOf.get(c.run) ?? ''}`,
          c.circuit === null ? '' : names.circuit(c.circuit),
          names.end(c.from),
          names.end(c.to),
          ...c.labels,
        ]),
      ),
      heading('Coils'),
      table(
        [
          column('Coil', 1, { bold: true }),
          column('Cable', 3),
          column('From', 3),
          column('Length', 2, { align: 'right' }),
          column('Cuts', 1.5, { align: 'right' }),
          column('Left', 2, { align: 'right' }),
        ],
        result.takeoff.coils.map((coil, i) => [
          `${i + 1}`,
          coil.item.replace(/^cable-/, ''),
          coil.from === 'new' ? 'new' : `${plan.stock[coil.from]?.where ?? 'started'}, started`,
          `${coil.feet} ft`,
          `${coil.cuts.length}`,
          `${coil.left.toFixed(1)} ft`,
        ]),
      ),
      text(
        'Lengths have their loops, free ends and panel tails in them. Measure the first of each kind in place before cutting the rest.',
      ),
    ]),
  ];
}

export const drillingSheets = (job: SheetJob): MadeSheet[] => [
  sheetOf(job, 'drilling', 'Drilling list', [
    caution(
      'Eye protection. No holes in engineered trusses or beams without their maker’s or an engineer’s word. Look behind the stud before the bit goes through.',
    ),
    drillingTable(job, job.result.drilling),
    text('Studs are numbered, and distances along plates measured, from the same end of their wall.'),
  ]),
];

/** The material, without what it costs: it goes on site with the crew. */
export const takeoffSheets = (job: SheetJob): MadeSheet[] => [
  sheetOf(job, 'takeoff', 'Takeoff', [
    table(
      [
        column('Item', 7),
        column('Needed', 2, { align: 'right' }),
        column('On hand', 2, { align: 'right' }),
        column('To buy', 2, { align: 'right', bold: true }),
        column('', 0.8),
        column('From', 10),
      ],
      job.result.takeoff.lines.map(({ name, quantity, onHand, toBuy, unit, why }) => [
        name,
        quantity.toLocaleString('en-US'),
        onHand > 0 ? onHand.toLocaleString('en-US') : '',
        toBuy.toLocaleString('en-US'),
        unit === 'each' ? '' : unit,
        why,
      ]),
    ),
  ]),
];

/** What one goes round with before the inspector does (common practice, no source). */
const selfCheck = [
  'Every cable is stapled near each box and along its run, and none is damaged.',
  'Steel plates stand where holes are close to a face.',
  'Boxes are no fuller than they may be; each has its number and its cables their labels.',
  'The sheath goes into every box, and enough length stands out of it.',
  'Grounds are made up in every box.',
  'Holes through plates are sealed against fire.',
  'Nothing that is to be seen is covered.',
] as const;

const levelWords = {
  error: 'Would fail, or could hurt someone',
  warning: 'Worth a look',
  note: 'Good to know',
} as const;

const findingRows = (findings: readonly Finding[]) => findings.map((f) => ['☐', f.says, f.fix, f.source]);

/** What is open, what was let stand and why, and what to go round with before an inspection. */
export function inspectionSheets(job: SheetJob): MadeSheet[] {
  const { findings } = job.result;
  const columns = [column('', 0.6), column('What', 7), column('What to do', 6), column('Source', 4)];
  const open = (['error', 'warning', 'note'] as const).flatMap((level): Block[] => {
    const own = findings.filter(
      (f) => f.level === level && f.accepted === null && (level === 'note' || isOpen(f)),
    );
    return own.length === 0 ? [] : [heading(levelWords[level]), table(columns, findingRows(own))];
  });
  const accepted = findings.filter((f) => f.accepted !== null);
  return [
    sheetOf(job, 'inspection', 'Inspection list', [
      heading('Go round with this first'),
      table(
        [column('', 0.6), column('What', 14), column('Who, when', 4)],
        selfCheck.map((s) => ['☐', s, '']),
      ),
      ...open,
      ...(accepted.length > 0
        ? [
            heading('Let stand, with the reason'),
            table(
              [column('What', 8), column('Reason', 6), column('Source', 4)],
              accepted.map((f) => [f.says, f.accepted ?? '', f.source]),
            ),
          ]
        : []),
      text('The authority having jurisdiction decides. Field Chalk plans and checks; it does not approve.'),
    ]),
  ];
}
