import { createHash, randomBytes, scrypt, timingSafeEqual } from 'node:crypto';

/** An id: no secret, and not to be guessed by counting. 72 bits. */
export const newId = (): string => randomBytes(9).toString('base64url');

/** A secret of 192 bits, for a link or a cookie. Only its hash is stored. */
export const newSecret = (): string => randomBytes(24).toString('base64url');

/** What is stored of a secret: as it is long and random, a plain hash cannot be turned back. */
export const hashOf = (secret: string): string => createHash('sha256').update(secret).digest('base64url');

/** scrypt as RFC 7914 names its figures: cost, block size, parallel. 32 MB and about a tenth of a second here. */
const cost = { N: 2 ** 15, r: 8, p: 1, maxmem: 64 * 1024 * 1024 };

const derived = (password: string, salt: Buffer): Promise<Buffer> =>
  new Promise((done, fail) =>
    scrypt(password.normalize('NFKC'), salt, 32, cost, (error, key) => (error ? fail(error) : done(key))),
  );

/** What is stored of a password. */
export async function passwordHash(password: string): Promise<string> {
  const salt = randomBytes(16);
  const key = await derived(password, salt);
  return ['scrypt', cost.N, cost.r, cost.p, salt.toString('base64url'), key.toString('base64url')].join('$');
}

/** Takes as long for a person nobody knows as for one with another password. */
const nobodys = passwordHash('nobody has this password');

/** Whether a password is the one that was stored; null where none was. */
export async function isPassword(password: string, stored: string | null): Promise<boolean> {
  const [, , , , salt = '', key = ''] = (stored ?? (await nobodys)).split('$');
  const given = await derived(password, Buffer.from(salt, 'base64url'));
  return timingSafeEqual(given, Buffer.from(key, 'base64url')) && stored !== null;
}
