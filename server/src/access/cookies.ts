import { parse, serialize } from 'cookie';
import type { Request, Response } from 'express';
import type { Site } from './site.ts';

/** The cookies there are: a person’s session and a phone’s secret. */
const names = { session: 'fieldchalk', phone: 'fieldchalk-phone' } as const;
export type CookieName = keyof typeof names;

/** As long as browsers keep a cookie; how long it is good the server decides. */
const keptSeconds = 400 * 86_400;

/** Behind HTTPS the name says that the browser sends it to no other host and never in the clear. */
const named = (cookie: CookieName, { isSecure }: Site): string =>
  isSecure ? `__Host-${names[cookie]}` : names[cookie];

export function readCookie(request: Request, cookie: CookieName, site: Site): string | null {
  const value = parse(request.get('cookie') ?? '')[named(cookie, site)];
  return value === undefined || value === '' ? null : value;
}

export function setCookie(response: Response, cookie: CookieName, value: string | null, site: Site): void {
  response.append(
    'set-cookie',
    serialize(named(cookie, site), value ?? '', {
      httpOnly: true,
      sameSite: 'strict',
      secure: site.isSecure,
      path: '/',
      maxAge: value === null ? 0 : keptSeconds,
    }),
  );
}
