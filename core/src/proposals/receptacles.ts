import { entryOf, nth } from '../lookups/index.ts';
import { compareIds, nextIds } from '../plan/ids.ts';
import { type Plan, entrySchemas } from '../plan/index.ts';
import type { Along, FloorLine, FoundRoom } from '../rooms/index.ts';
import { receptacleCandidates, type Candidate } from '../boxes/candidates.ts';
import type { Site } from '../boxes/index.ts';
import type { ProvenLine, RoomProof } from '../boxes/proof.ts';
import { coverLine } from '../boxes/coverLine.ts';

/** A receptacle the tool would add, and the reason in a sentence. */
export interface ProposedReceptacle extends Candidate {
  readonly room: string;
  readonly why: string;
}

/** The fewest receptacles that complete one floor line; stud faces first, places between studs only where those cannot do it. */
export function completeLine(
  proven: ProvenLine,
  fixed: readonly number[],
  straight: readonly Along[],
  site: Site,
): { added: readonly Candidate[]; excess: number } {
  const maxGap = site.rules('spacing.maxGap');
  const faces = receptacleCandidates(proven.line, site);
  const onFaces = coverLine(proven.line, fixed, faces, maxGap, straight);
  if (onFaces.excess <= 1e-6) return onFaces;
  const between = receptacleCandidates(proven.line, site, { exact: true });
  const all = [...faces, ...between].sort((a, b) => a.along - b.along);
  const withBlocking = coverLine(proven.line, fixed, all, maxGap, straight);
  return withBlocking.excess < onFaces.excess - 1e-6 ? withBlocking : onFaces;
}

/** The straight walls of a space that must be covered by themselves, as stretches of it. */
function straightOf(space: FloorLine, straight: readonly ProvenLine[]): Along[] {
  return straight.flatMap(({ line }) => {
    const [own] = line.pieces;
    const piece = space.pieces.find(
      (p) => p.wall === own?.wall && p.side === own.side && p.start === own.start,
    );
    return line.required && piece ? [{ from: piece.offset, to: piece.offset + piece.end - piece.start }] : [];
  });
}

function proposeForRoom(room: string, proof: RoomProof, site: Site): ProposedReceptacle[] {
  const { rules } = site;
  const limit = rules('spacing.maxGap') / 2;
  const school =
    rules('spacing.corners') === 'each-wall'
      ? 'Each wall by itself, and around corners'
      : 'Measured around corners';
  return proof.spaces.flatMap((proven) => {
    const straight = straightOf(proven.line, proof.straight);
    if (!proven.line.required && straight.length === 0) return [];
    const fixed = proven.points.map((p) => p.along);
    const why = `${school}: no point of this ${Math.round(proven.line.length)} in. floor line may be over ${limit} in. from a receptacle.`;
    return completeLine(proven, fixed, straight, site).added.map((c) => ({
      ...c,
      room,
      why,
    }));
  });
}

/** Receptacle places that every room still lacks, the fewest that keep the spacing rule. Pure; changes nothing. */
export function proposeReceptacles(site: Site, rooms: Record<string, FoundRoom>): ProposedReceptacle[] {
  const added = Object.keys(rooms).flatMap((id) => proposeForRoom(id, entryOf(site.layout.proofs, id), site));
  return clearOfEachOther(added);
}

/** Two rooms may want the same bay of a shared wall; the later one is dropped here and found again on the next pass. */
function clearOfEachOther(added: readonly ProposedReceptacle[]): ProposedReceptacle[] {
  return added.filter(
    (c, i) =>
      !added.slice(0, i).some((o) => o.wall === c.wall && o.side !== c.side && Math.abs(o.at - c.at) < 2.25),
  );
}

/** Adds the proposed boxes, each with one receptacle, to a plan draft: in the order of the walls, whichever way a room was walked. */
export function addReceptacles(draft: Plan, places: readonly ProposedReceptacle[]): string[] {
  const proposed = [...places].sort((a, b) => compareIds(a.wall, b.wall) || a.at - b.at);
  const boxIds = nextIds(draft, 'boxes', proposed.length);
  const deviceIds = nextIds(draft, 'devices', proposed.length);
  proposed.forEach((p, i) => {
    draft.boxes[nth(boxIds, i)] = entrySchemas.boxes.parse({
      on: { wall: p.wall, side: p.side, at: p.at, ...(p.local ? { height: p.local.height } : {}) },
      exact: p.exact,
      reason: p.local?.reason ?? '',
    });
    draft.devices[nth(deviceIds, i)] = entrySchemas.devices.parse({
      box: nth(boxIds, i),
      kind: 'receptacle',
    });
  });
  return boxIds;
}
