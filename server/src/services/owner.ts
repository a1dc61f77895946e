import { DataError } from '../db/dataError.ts';
import type { Services } from './index.ts';

/** What a link to an owner is for: a new company by its name, or one who cannot get in; neither, for the server’s first. */
export interface OwnerAsked {
  readonly company?: string | undefined;
  readonly recover?: string | undefined;
}

/** A one-time link that makes an owner, or helps one back in. Throws a DataError where there is none to help, or the server has its owner. */
export async function ownerLink(
  { invitations, people }: Pick<Services, 'invitations' | 'people'>,
  { company, recover }: OwnerAsked = {},
): Promise<string> {
  const link = { kind: 'owner', company: null, role: 'owner', label: '', days: 1 } as const;
  if (recover !== undefined) {
    const person = await people.bySignIn(recover.trim().toLowerCase());
    if (person?.role !== 'owner') throw new DataError(`No owner signs in as “${recover}”.`);
    await invitations.end({ person: person.id });
    const made = await invitations.make({
      ...link,
      kind: 'recovery',
      company: person.company,
      person: person.id,
    });
    return `/join#${made.secret}`;
  }
  if (company !== undefined) {
    const made = await people.newCompany(company);
    return `/join#${(await invitations.make({ ...link, company: made.id })).secret}`;
  }
  const orphan = await people.orphan();
  if (!orphan && (await people.isOwned()))
    throw new DataError(
      'The server has its owner. Say -- --company NAME for a further company, or -- --recover SIGN-IN.',
    );
  // An earlier link of the kind opens nothing any more.
  await invitations.end({ kind: 'owner', company: orphan?.id ?? null });
  return `/join#${(await invitations.make({ ...link, company: orphan?.id ?? null })).secret}`;
}
