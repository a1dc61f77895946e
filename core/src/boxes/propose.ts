import type { Framing } from '../framing/index.ts';
import { nextIds } from '../plan/ids.ts';
import type { Plan } from '../plan/schema.ts';
import { entrySchemas } from '../plan/schema.ts';
import { unservedLength, type FloorLine, type FoundRoom } from '../rooms/index.ts';
import type { RuleBook } from '../rules/index.ts';
import { receptacleCandidates, type Candidate } from './candidates.ts';
import { fewestCover } from './cover.ts';
import type { BoxLayout } from './index.ts';
import type { ProvenLine, RoomProof } from './proof.ts';

/** A receptacle the tool would add, and the reason in a sentence. */
export interface ProposedReceptacle extends Candidate {
  readonly room: string;
  readonly why: string;
}

const doorPenalty = 10;

/** The fewest of some candidates that, with what is fixed, leave no gap over `maxGap` on a line. */
export function coverLine(
  line: FloorLine,
  fixed: readonly number[],
  candidates: readonly Candidate[],
  maxGap: number,
) {
  const points = [
    ...fixed.map((along) => ({ along, fixed: true, penalty: 0, candidate: null as Candidate | null })),
    ...candidates.map((c) => ({
      along: c.along,
      fixed: false,
      penalty: c.behindDoor ? doorPenalty : 0,
      candidate: c as Candidate | null,
    })),
  ].sort((a, b) => a.along - b.along || Number(b.fixed) - Number(a.fixed));
  const cover = fewestCover(points, line, maxGap, (from, to) => unservedLength(line, from, to));
  return { added: cover.chosen.flatMap((i) => points[i]!.candidate ?? []), excess: cover.excess };
}

/** The fewest receptacles that complete one floor line; stud faces first, places between studs only where those cannot do it. */
export function completeLine(
  proven: ProvenLine,
  fixed: readonly number[],
  plan: Plan,
  framing: Framing,
  layout: BoxLayout,
  rules: RuleBook,
): { added: readonly Candidate[]; excess: number } {
  const maxGap = rules('spacing.maxGap');
  const faces = receptacleCandidates(proven.line, plan, framing, layout, rules);
  const onFaces = coverLine(proven.line, fixed, faces, maxGap);
  if (onFaces.excess <= 1e-6) return onFaces;
  const between = receptacleCandidates(proven.line, plan, framing, layout, rules, { exact: true });
  const withBlocking = coverLine(
    proven.line,
    fixed,
    [...faces, ...between].sort((a, b) => a.along - b.along),
    maxGap,
  );
  return withBlocking.excess < onFaces.excess - 1e-6 ? withBlocking : onFaces;
}

function fits(line: FloorLine, c: Candidate): number | null {
  const piece = line.pieces.find(
    (p) => p.wall === c.wall && p.side === c.side && c.at >= p.start && c.at <= p.end,
  );
  return piece ? piece.offset + (piece.side === 'left' ? c.at - piece.start : piece.end - c.at) : null;
}

function proposeForRoom(
  room: string,
  proof: RoomProof,
  plan: Plan,
  framing: Framing,
  layout: BoxLayout,
  rules: RuleBook,
): ProposedReceptacle[] {
  const added: ProposedReceptacle[] = [];
  const limit = rules('spacing.maxGap') / 2;
  const complete = (proven: ProvenLine, school: string) => {
    if (!proven.line.required) return;
    const fixed = [
      ...proven.points.map((p) => p.along),
      ...added.flatMap((c) => fits(proven.line, c) ?? []),
    ].sort((a, b) => a - b);
    const why = `${school}: no point of this ${Math.round(proven.line.length)} in. floor line may be over ${limit} in. from a receptacle.`;
    for (const c of completeLine(proven, fixed, plan, framing, layout, rules).added)
      added.push({ ...c, room, why });
  };
  for (const proven of proof.straight) complete(proven, 'Each wall by itself');
  for (const proven of proof.spaces) complete(proven, 'Measured around corners');
  return added;
}

/** Receptacle places that every room still lacks, the fewest that keep the spacing rule. Pure; changes nothing. */
export function proposeReceptacles(
  plan: Plan,
  framing: Framing,
  rooms: Record<string, FoundRoom>,
  layout: BoxLayout,
  rules: RuleBook,
): ProposedReceptacle[] {
  const added = Object.keys(rooms).flatMap((id) =>
    proposeForRoom(id, layout.proofs[id]!, plan, framing, layout, rules),
  );
  return clearOfEachOther(added);
}

/** Two rooms may want the same bay of a shared wall; the later one is dropped here and found again on the next pass. */
function clearOfEachOther(added: readonly ProposedReceptacle[]): ProposedReceptacle[] {
  return added.filter(
    (c, i) =>
      !added.slice(0, i).some((o) => o.wall === c.wall && o.side !== c.side && Math.abs(o.at - c.at) < 2.25),
  );
}

/** Adds the proposed boxes, each with one receptacle, to a plan draft. */
export function addReceptacles(draft: Plan, proposed: readonly ProposedReceptacle[]): string[] {
  const boxIds = nextIds(draft.boxes, 'b', proposed.length);
  const deviceIds = nextIds(draft.devices, 'd', proposed.length);
  proposed.forEach((p, i) => {
    draft.boxes[boxIds[i]!] = entrySchemas.boxes.parse({
      on: { wall: p.wall, side: p.side, at: p.at, ...(p.local ? { height: p.local.height } : {}) },
      exact: p.exact,
      reason: p.local?.reason ?? '',
    });
    draft.devices[deviceIds[i]!] = entrySchemas.devices.parse({ box: boxIds[i]!, kind: 'receptacle' });
  });
  return boxIds;
}
