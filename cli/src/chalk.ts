import { readFileSync, writeFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import {
  compareIds,
  compareVersions,
  compute,
  Computer,
  distancesOf,
  listEdits,
  listRules,
  planJsonSchema,
  proposalKinds,
  makeEdit,
  readPlanText,
  resultFile,
  writtenFinding,
  type Plan,
  type PlanReading,
  type ProposalKind,
} from '@fieldchalk/core';
import {
  drawingUnits,
  drawnGaps,
  drawnWalls,
  formatOfName,
  importFormats,
  importPlan,
  type DrawingUnit,
  type ImportFormat,
} from '@fieldchalk/core/import';

import { BadInput } from './badInput.ts';
import { exported } from './exports.ts';
import { oneOf } from './oneOf.ts';
import { faultsOf, replay, type NamedEdit } from './replay.ts';

/** Where a command reads its standard input from and writes its answer and its complaints to. */
export interface Terminal {
  readonly input: () => Buffer;
  readonly out: (text: string) => void;
  readonly errors: (text: string) => void;
}

const usage = `chalk COMMAND FILE      (FILE may be - for standard input)

  check FILE                    findings alone
  compute FILE                  the whole result
  propose FILE [--only boxes,circuits,runs,models; parts of boxes: receptacles,lights,switches,alarms,data]
  import FILE [--from json|csv|dxf|ifc] [--unit inches|feet|millimetres|centimetres|metres]
         [--walls pairs|single] [--gaps doors|open]
                                a plan; what is doubtful goes to standard error
  replay FILE EDITS [-o OUT]    named edits, a JSON list of { "edit", "args" }, one after another in a kept computer:
                                what each took, and whether it answers as a new one does; -o writes the plan at the end
  compare FILE LATER            what is otherwise in a later plan, or another of the same job: in words, material, hours, money
  distances FILE --circuit ID   what cable costs to lay from each place of a circuit to each other: the panel first, then its boxes
  export FILE --to json|csv|xlsx|svg|dxf|ifc|ics|pdf [--what plan|result|takeoff|cuts|drilling|prices|audit|lists|pole] [-o OUT]
         dxf: [--level NAME], the lowest where none is named; pdf, svg: --what sheets, or some of them by name, in the order they are bound: cover,key,boxes,circuits,runs,rooms,
         ceilings,makeup,directory,load,cuts,drilling,takeoff,inspection,poles,labels,flags;
         or proposal [--take v1,v2], what the customer signs with the options they take; or change-order --since EARLIER [--agreed DOLLARS]
         [--paper letter|a4] [--turned portrait|landscape] [--revision WORDS] [--day 2026-11-28]
  edits                         every named edit: what it does, and the JSON Schema of its arguments
  rules                         every rule with default, unit, source, schools
  schema                        the JSON Schema of a plan`;

const options = {
  only: { type: 'string' },
  from: { type: 'string' },
  unit: { type: 'string' },
  walls: { type: 'string' },
  gaps: { type: 'string' },
  to: { type: 'string' },
  what: { type: 'string' },
  panel: { type: 'string' },
  circuit: { type: 'string' },
  level: { type: 'string' },
  paper: { type: 'string' },
  turned: { type: 'string' },
  revision: { type: 'string' },
  day: { type: 'string' },
  take: { type: 'string' },
  since: { type: 'string' },
  agreed: { type: 'string' },
  out: { type: 'string', short: 'o' },
} as const;

interface Asked {
  readonly command: string | undefined;
  readonly file: string | undefined;
  /** The file of edits a replay takes, and the later plan one is compared with. */
  readonly second: string | undefined;
  readonly values: Partial<Record<keyof typeof options, string>>;
}

function asked(args: readonly string[]): Asked {
  try {
    const { positionals, values } = parseArgs({ args: [...args], options, allowPositionals: true });
    const [command, file, ...more] = positionals;
    const second = command === 'replay' || command === 'compare' ? more.shift() : undefined;
    if (more[0] !== undefined)
      throw new BadInput([`${more[0]}: is one thing too many; a command takes one FILE`]);
    return { command, file, second, values };
  } catch (error) {
    if (error instanceof BadInput) throw error;
    throw new BadInput([`(option): ${(error as Error).message}`, usage]);
  }
}

function readBytes(file: string | undefined, { input }: Terminal): Buffer {
  if (!file) throw new BadInput(['(command): needs a FILE', usage]);
  try {
    return file === '-' ? input() : readFileSync(file);
  } catch (error) {
    throw new BadInput([
      `${file}: cannot be read (${(error as NodeJS.ErrnoException).code ?? 'unknown reason'})`,
    ]);
  }
}

function accepted(read: PlanReading): Plan {
  if (!read.ok) throw new BadInput(read.problems.map((p) => `${p.path || '(plan)'}: ${p.message}`));
  return read.plan;
}

const loadPlan = (file: string | undefined, terminal: Terminal): Plan =>
  accepted(readPlanText(readBytes(file, terminal).toString('utf8')));

const written = (value: unknown) => `${JSON.stringify(value, null, 2)}\n`;

function onlyKinds(only: string | undefined): readonly ProposalKind[] {
  if (only === undefined) return proposalKinds;
  const kinds = only.split(',').map((k) => k.trim());
  const unknown = kinds.filter((k) => !proposalKinds.includes(k as ProposalKind));
  if (unknown.length > 0)
    throw new BadInput([`--only: “${unknown.join(', ')}” is not one of ${proposalKinds.join(', ')}`]);
  return kinds as ProposalKind[];
}

/** The circuit that distances are asked of. */
function circuitAsked(plan: Plan, asked: string | undefined): string {
  if (asked !== undefined && Object.hasOwn(plan.circuits, asked)) return asked;
  const ids = Object.keys(plan.circuits).sort(compareIds);
  const known = ids.length === 0 ? 'the plan has no circuit' : `one of ${ids.join(', ')} is needed`;
  throw new BadInput([
    `--circuit: ${asked === undefined ? '' : `“${asked}” is not a circuit of the plan; `}${known}`,
  ]);
}

async function importFile(
  { file, values: { from = formatOfName(file ?? '') ?? 'json', unit, walls, gaps } }: Asked,
  terminal: Terminal,
): Promise<Plan> {
  if (!importFormats.includes(from as ImportFormat))
    throw new BadInput([`--from: “${from}” is not one of ${importFormats.join(', ')}`]);
  const units = Object.keys(drawingUnits) as DrawingUnit[];
  const said = {
    ...oneOf('unit', unit, units),
    ...oneOf('walls', walls, drawnWalls),
    ...oneOf('gaps', gaps, drawnGaps),
  };
  const read = await importPlan(
    from as ImportFormat,
    readBytes(file, terminal),
    () => import('web-ifc'),
    said,
  );
  if (!read.ok) throw new BadInput(read.problems.map((p) => `${p.path || '(plan)'}: ${p.message}`));
  for (const d of read.doubts) terminal.errors(`${d.about}: ${d.says}\n`);
  return read.plan;
}

/** Lays out what is missing, through the same gate as every edit. */
function proposed(plan: Plan, only: readonly ProposalKind[]): Plan {
  const done = makeEdit(plan, 'propose', { only });
  if (!done.ok) throw new BadInput(done.problems.map((p) => `${p.path || '(plan)'}: ${p.message}`));
  return done.plan;
}

function scriptIn(file: string | undefined, terminal: Terminal): readonly NamedEdit[] {
  if (!file) throw new BadInput(['(command): needs a file of EDITS', usage]);
  let script: unknown;
  try {
    script = JSON.parse(readBytes(file, terminal).toString('utf8'));
  } catch (error) {
    if (error instanceof BadInput) throw error;
    throw new BadInput([`${file}: is not JSON: ${(error as Error).message}`]);
  }
  const faults = faultsOf(script);
  if (faults.length > 0) throw new BadInput(faults);
  return script as readonly NamedEdit[];
}

/** Replays a script and gives what to print; the plan at the end goes where it is asked for. */
function replayed({ file, second, values }: Asked, terminal: Terminal): unknown {
  const plan = loadPlan(file, terminal);
  const outcome = replay(plan, scriptIn(second, terminal));
  if (!outcome.ok) throw new BadInput(outcome.lines);
  const { plan: last, ...told } = outcome.done;
  if (values.out) writeFileSync(values.out, written(last));
  return told;
}

async function run(ask: Asked, terminal: Terminal): Promise<number> {
  const { command, file, values } = ask;
  const print = (value: unknown) => terminal.out(written(value));
  switch (command) {
    case 'check': {
      const { findings } = compute(loadPlan(file, terminal));
      print(findings.map(writtenFinding));
      return findings.some((f) => f.level === 'error' && f.accepted === null) ? 1 : 0;
    }
    case 'compute':
      print(resultFile(compute(loadPlan(file, terminal))));
      return 0;
    case 'propose':
      print(proposed(loadPlan(file, terminal), onlyKinds(values.only)));
      return 0;
    case 'compare': {
      const [before, after] = [loadPlan(file, terminal), loadPlan(ask.second, terminal)];
      print(
        compareVersions({ plan: before, result: compute(before) }, { plan: after, result: compute(after) }),
      );
      return 0;
    }
    case 'distances': {
      const plan = loadPlan(file, terminal);
      const circuit = circuitAsked(plan, values.circuit);
      print(distancesOf(new Computer().take(plan), circuit));
      return 0;
    }
    case 'import':
      print(await importFile(ask, terminal));
      return 0;
    case 'export': {
      const since = values.since === undefined ? null : loadPlan(values.since, terminal);
      const made = await exported(loadPlan(file, terminal), values, since);
      if (values.out) writeFileSync(values.out, made);
      else if (typeof made === 'string') terminal.out(made);
      else throw new BadInput([`--out: a ${values.to} file needs a name: -o lists.${values.to}`]);
      return 0;
    }
    case 'replay':
      print(replayed(ask, terminal));
      return 0;
    case 'edits':
      print(listEdits());
      return 0;
    case 'rules':
      print(listRules());
      return 0;
    case 'schema':
      print(planJsonSchema());
      return 0;
    default:
      throw new BadInput([`(command): ${command ? `“${command}” is not a command` : 'is missing'}`, usage]);
  }
}

/** The `chalk` command: the core without a screen. Answers 0 when done, 1 when `check` found an error, 2 when the input is bad. */
export async function chalk(args: readonly string[], terminal: Terminal): Promise<number> {
  try {
    return await run(asked(args), terminal);
  } catch (error) {
    const lines = error instanceof BadInput ? error.lines : [`(internal): ${(error as Error).message}`];
    terminal.errors(`${lines.join('\n')}\n`);
    return 2;
  }
}
