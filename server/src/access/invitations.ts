import type { Knex } from 'knex';
import type { Invitation, LinkKind, Role } from '@fieldchalk/contracts';
import { ApiError } from '../errors.ts';
import { hashOf, newId, newSecret } from './secrets.ts';

export interface InvitationRow {
  id: string;
  hash: string;
  kind: LinkKind;
  company: string | null;
  person: string | null;
  job: string | null;
  role: Role;
  label: string;
  made_at: number;
  expires_at: number;
  is_for_many: boolean;
  used_at: number | null;
  ended_at: number | null;
}

export type NewLink = Pick<InvitationRow, 'kind' | 'company' | 'role' | 'label'> &
  Partial<Pick<InvitationRow, 'person' | 'job'>> & { readonly days: number };

const day = 86_400_000;
/** So long a link that is over still says why. */
const saysWhy = 30 * day;

const seen = ({ id, kind, role, label, made_at, expires_at }: InvitationRow): Invitation => ({
  id,
  kind,
  role,
  label,
  madeAt: Number(made_at),
  expiresAt: Number(expires_at),
});

/** Links that let somebody in, once. The secret is shown when a link is made and never again: only its hash is stored. */
export class Invitations {
  constructor(
    private readonly db: Knex,
    private readonly now: () => number,
  ) {}

  async make({ days, ...link }: NewLink, db: Knex = this.db): Promise<Invitation & { secret: string }> {
    const [secret, made_at] = [newSecret(), this.now()];
    const row: InvitationRow = {
      person: null,
      job: null,
      ...link,
      id: newId(),
      hash: hashOf(secret),
      made_at,
      expires_at: made_at + days * day,
      is_for_many: false,
      used_at: null,
      ended_at: null,
    };
    await db('invitations').insert(row);
    return { ...seen(row), secret };
  }

  /** The link a secret opens. One that is unknown, used, withdrawn or too old says which. */
  async find(secret: string, db: Knex = this.db): Promise<InvitationRow> {
    const row = await db<InvitationRow>('invitations')
      .where({ hash: hashOf(secret) })
      .first();
    if (!row) throw new ApiError('not-found', 'This link is not known. Ask for a new one.');
    const over = (why: string) => new ApiError('link-over', `${why} Ask for a new one.`);
    if (row.ended_at !== null) throw over('This link has been withdrawn.');
    if (row.used_at !== null && !row.is_for_many)
      throw over('This link has been used already; it lets in one person or phone.');
    if (Number(row.expires_at) < this.now()) throw over('This link is too old.');
    return row;
  }

  /** Takes a link up; of two at one moment one does. */
  async use(row: InvitationRow, db: Knex): Promise<void> {
    const open = db('invitations').where({ id: row.id, ended_at: null });
    const done = await (row.is_for_many ? open : open.where({ used_at: null })).update({
      used_at: this.now(),
    });
    if (done !== 1) throw new ApiError('link-over', 'This link has just been used. Ask for a new one.');
  }

  /** Links that still wait to be opened, newest first. */
  async waiting(of: Partial<Pick<InvitationRow, 'company' | 'job' | 'kind'>>): Promise<Invitation[]> {
    const rows = await this.db<InvitationRow>('invitations')
      .where(of)
      .andWhere({ ended_at: null })
      .andWhere('expires_at', '>=', this.now())
      .andWhere((q) => void q.where({ used_at: null }).orWhere({ is_for_many: true }))
      .orderBy('made_at', 'desc');
    return rows.map(seen);
  }

  /** Takes away what has been over for a while. */
  async sweep(): Promise<void> {
    const since = this.now() - saysWhy;
    await this.db('invitations')
      .where('expires_at', '<', since)
      .orWhere('ended_at', '<', since)
      .orWhere((q) => void q.where({ is_for_many: false }).andWhere('used_at', '<', since))
      .delete();
  }

  /** Withdraws links; answers how many there were. */
  end(
    of: Partial<Pick<InvitationRow, 'id' | 'company' | 'job' | 'kind' | 'person'>>,
    db: Knex = this.db,
  ): Promise<number> {
    return db('invitations').where(of).andWhere({ ended_at: null }).update({ ended_at: this.now() });
  }
}
