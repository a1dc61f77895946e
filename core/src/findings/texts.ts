import { boxesTexts } from './boxesTexts.ts';
import { circuitsTexts } from './circuitsTexts.ts';
import { lightingTexts } from './lightingTexts.ts';
import { panelsTexts } from './panelsTexts.ts';
import { roomsTexts } from './roomsTexts.ts';
import { runsTexts } from './runsTexts.ts';
import type { FindingText } from './text.ts';
import { wiringTexts } from './wiringTexts.ts';

/** Every kind of finding by its code. */
export const findingTexts = {
  ...roomsTexts,
  ...lightingTexts,
  ...boxesTexts,
  ...circuitsTexts,
  ...wiringTexts,
  ...panelsTexts,
  ...runsTexts,
} as const;

export type FindingCode = keyof typeof findingTexts;

/** The parameters a kind of finding is told from. */
export type FindingParams<C extends FindingCode> =
  (typeof findingTexts)[C] extends FindingText<infer P> ? P : never;
