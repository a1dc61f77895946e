import type { AuthenticationResponseJSON, RegistrationResponseJSON } from '@simplewebauthn/server';
import type { Knex } from 'knex';
import type { NewPasskey, PasskeyAsked } from '@fieldchalk/contracts';
import { ApiError } from '../errors.ts';
import { newId } from './secrets.ts';
import type { Site } from './site.ts';

export interface PasskeyRow {
  id: string;
  person: string;
  public_key: string;
  counter: number;
  transports: string;
  label: string;
  made_at: number;
  used_at: number | null;
}

/** So long an authenticator may take to answer, in milliseconds. */
const patience = 5 * 60_000;

/** Loaded when somebody first signs in with a passkey: it takes almost a third of the time a server needs to begin. */
const webauthn = () => import('@simplewebauthn/server');

const expectedAt = ({ origin, rpId }: Site) => ({ expectedOrigin: origin, expectedRPID: rpId });

const refused = () =>
  new ApiError('bad-request', 'This passkey was not taken. Try again, or sign in with your password.');

/** Passkeys (W3C WebAuthn Level 2), checked by a library; a challenge is good once and for five minutes. */
export class Passkeys {
  constructor(
    private readonly db: Knex,
    private readonly now: () => number,
  ) {}

  private expectPossible({ hasPasskeys }: Site): void {
    if (!hasPasskeys)
      throw new ApiError(
        'bad-request',
        'Passkeys need HTTPS and a name, not a number, in the address. Use a password.',
      );
  }

  private async asked(
    person: string,
    { challenge, ...options }: { challenge: string },
  ): Promise<PasskeyAsked> {
    const id = newId();
    await this.db('challenges').insert({ id, challenge, person, expires_at: this.now() + patience });
    return { challenge: id, options: { challenge, ...options } };
  }

  /** The challenge an id stands for; it is good once. */
  private async answered(id: string, person: string): Promise<string> {
    const row = await this.db('challenges').where({ id, person }).first();
    const isFirst = (await this.db('challenges').where({ id }).delete()) === 1;
    if (!row || !isFirst || Number(row.expires_at) < this.now()) throw refused();
    return row.challenge as string;
  }

  /** What a browser asks its authenticator for a new passkey. `about` is whom it is for: a person, or an invitation not taken up yet. */
  async askNew(site: Site, about: string, name: string, signIn: string): Promise<PasskeyAsked> {
    this.expectPossible(site);
    const known = await this.of(about);
    const options = await (
      await webauthn()
    ).generateRegistrationOptions({
      rpName: 'Field Chalk',
      rpID: site.rpId,
      userName: signIn,
      userDisplayName: name,
      attestationType: 'none',
      excludeCredentials: known.map(({ id }) => ({ id })),
      authenticatorSelection: { residentKey: 'required', userVerification: 'required' },
    });
    return this.asked(`new ${about}`, options);
  }

  /** Checks a new passkey; answers with what is stored of it. */
  async checkNew(
    site: Site,
    about: string,
    { challenge, credential, label }: NewPasskey,
  ): Promise<Omit<PasskeyRow, 'person'>> {
    const expectedChallenge = await this.answered(challenge, `new ${about}`);
    const verified = await (
      await webauthn()
    )
      .verifyRegistrationResponse({
        response: credential as unknown as RegistrationResponseJSON,
        expectedChallenge,
        ...expectedAt(site),
      })
      .catch(() => null);
    if (!verified?.verified) throw refused();
    const { id, publicKey, counter, transports } = verified.registrationInfo.credential;
    return {
      id,
      public_key: Buffer.from(publicKey).toString('base64url'),
      counter,
      transports: (transports ?? []).join(' ').slice(0, 200),
      label,
      made_at: this.now(),
      used_at: null,
    };
  }

  async keep(person: string, passkey: Omit<PasskeyRow, 'person'>, db: Knex = this.db): Promise<void> {
    if (await db('passkeys').where({ id: passkey.id }).first('id'))
      throw new ApiError('bad-request', 'This passkey is known already.');
    await db('passkeys').insert({ ...passkey, person });
  }

  async askSignIn(site: Site): Promise<PasskeyAsked> {
    this.expectPossible(site);
    return this.asked(
      'sign-in',
      await (
        await webauthn()
      ).generateAuthenticationOptions({ rpID: site.rpId, userVerification: 'required' }),
    );
  }

  /** The person whose passkey answered. */
  async checkSignIn(site: Site, challenge: string, credential: NewPasskey['credential']): Promise<string> {
    const expectedChallenge = await this.answered(challenge, 'sign-in');
    const row = await this.db<PasskeyRow>('passkeys').where({ id: credential.id }).first();
    if (!row) throw refused();
    const verified = await (
      await webauthn()
    )
      .verifyAuthenticationResponse({
        response: credential as unknown as AuthenticationResponseJSON,
        expectedChallenge,
        ...expectedAt(site),
        credential: {
          id: row.id,
          publicKey: new Uint8Array(Buffer.from(row.public_key, 'base64url')),
          counter: Number(row.counter),
        },
      })
      .catch(() => null);
    if (!verified?.verified) throw refused();
    await this.db('passkeys')
      .where({ id: row.id })
      .update({ counter: verified.authenticationInfo.newCounter, used_at: this.now() });
    return row.person;
  }

  of(person: string): Promise<PasskeyRow[]> {
    return this.db<PasskeyRow>('passkeys').where({ person }).orderBy('made_at');
  }

  async remove(person: string, id: string): Promise<boolean> {
    return (await this.db('passkeys').where({ person, id }).delete()) > 0;
  }
}
