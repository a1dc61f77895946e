import { actualEdits } from './actuals.ts';
import { circuitEdits } from './circuits.ts';
import { crewEdits } from './crew.ts';
import { deviceEdits } from './devices.ts';
import { jobEdits } from './job.ts';
import { optionEdits } from './options.ts';
import { panelEdits } from './panels.ts';
import { runEdits } from './runs.ts';
import { scheduleEdits } from './schedule.ts';
import { sheetSetEdits } from './sheetSets.ts';
import { stockEdits } from './stock.ts';
import { spaceEdits } from './space.ts';
import { walkEdits } from './walks.ts';
import { wallEdits } from './walls.ts';

/** Verbs that need the plan alone, and are done at once. */
export const plainEdits = {
  ...jobEdits,
  ...walkEdits,
  ...wallEdits,
  ...spaceEdits,
  ...deviceEdits,
  ...panelEdits,
  ...runEdits,
  ...circuitEdits,
  ...stockEdits,
  ...sheetSetEdits,
  ...scheduleEdits,
  ...optionEdits,
  ...crewEdits,
  ...actualEdits,
} as const;
