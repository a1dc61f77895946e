import { sentence } from '../outputs/names.ts';
import type { Names, Side, Thing } from '../plan/index.ts';
import { findingTexts, type FindingCode, type FindingParams } from './texts.ts';
import type { FindingLevel, FindingText } from './text.ts';

/** A way to mend a finding in one step: the name of an edit and what to give it. */
export interface FixEdit {
  readonly label: string;
  readonly edit: string;
  readonly args: Readonly<Record<string, unknown>>;
}

export interface FindingPlace {
  readonly wall: string;
  readonly side: Side;
  readonly at: number;
}

/** A finding as a check makes it: which kind, what it is about, and the parameters its sentence is made from. */
export interface Found<C extends FindingCode = FindingCode> {
  readonly code: C;
  readonly about: readonly Thing[];
  readonly params: FindingParams<C>;
  readonly level: FindingLevel;
  readonly place: FindingPlace | null;
  readonly fixes: readonly FixEdit[];
}

/** A finding told: as the app shows it. */
export interface Finding {
  readonly rule: FindingCode;
  readonly level: FindingLevel;
  readonly about: readonly Thing[];
  readonly says: string;
  readonly fix: string;
  readonly source: string;
  /** Where on a wall it is, when it has a place. */
  readonly place: FindingPlace | null;
  readonly fixes: readonly FixEdit[];
  /** Why a person let it stand; null while it is open. */
  readonly accepted: string | null;
}

export function found<C extends FindingCode>(
  code: C,
  about: readonly Thing[],
  params: FindingParams<C>,
  extra: { place?: FindingPlace | null; fixes?: readonly FixEdit[]; level?: FindingLevel } = {},
): Found {
  const { level } = findingTexts[code];
  return { level, place: null, fixes: [], ...extra, code, about, params } as Found;
}

/** The one place where a finding's sentences are made. */
export function told(own: Found, names: Names, accepted: string | null): Finding {
  const { says, fix, source } = findingTexts[own.code] as FindingText<unknown>;
  return {
    rule: own.code,
    level: own.level,
    about: own.about,
    says: sentence(says(own.params, names)),
    fix: fix(own.params, names),
    source,
    place: own.place,
    fixes: own.fixes,
    accepted,
  };
}
