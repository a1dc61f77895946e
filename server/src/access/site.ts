import { isIP } from 'node:net';
import { hostname } from 'node:os';
import type { Request, RequestHandler } from 'express';
import { ApiError } from '../errors.ts';

/** Where a browser thinks it is. */
export interface Site {
  /** `https://chalk.example.com`. */
  readonly origin: string;
  /** What passkeys are for: the name in the address. */
  readonly rpId: string;
  readonly isSecure: boolean;
  /** Passkeys need a name in the address, and HTTPS or this machine itself. */
  readonly hasPasskeys: boolean;
}

/** `[::1]:4170` without its port and brackets. */
const nameIn = (host: string): string =>
  host
    .replace(/:\d+$/, '')
    .replace(/^\[(.*)\]$/, '$1')
    .toLowerCase();

/** The site as a request names it, or as the configuration does where it says. */
export function siteOf(request: Request, configured: string | null): Site {
  const origin = configured ?? `${request.protocol}://${request.get('host') ?? ''}`;
  const rpId = nameIn(origin.replace(/^\w+:\/\//, ''));
  const isSecure = origin.startsWith('https:');
  return { origin, rpId, isSecure, hasPasskeys: isIP(rpId) === 0 && (isSecure || rpId === 'localhost') };
}

/**
 * Whether a host may be this server: a number, this machine’s names, or the configured one. A name of somebody else that leads here (DNS rebinding)
 * would let their pages ask as if they were ours.
 */
export function isOwnHost(host: string, configured: string | null): boolean {
  const name = nameIn(host);
  if (name === '') return false;
  if (configured !== null && nameIn(configured.replace(/^\w+:\/\//, '')) === name) return true;
  const own = hostname().toLowerCase();
  return (
    isIP(name) !== 0 ||
    name === 'localhost' ||
    name.endsWith('.localhost') ||
    name === own ||
    name === `${own}.local`
  );
}

/** Requests with the name of another host, and ones that another site’s page has a browser send, are sent away. */
export function ownSiteOnly(configured: string | null): RequestHandler {
  return (request, _response, next) => {
    const host = request.get('host') ?? '';
    if (!isOwnHost(host, configured))
      throw new ApiError(
        'wrong-site',
        `This server is not known as “${host.slice(0, 100)}”. Whoever runs it sets FIELDCHALK_ORIGIN to the address people use.`,
      );
    if (request.method === 'GET' || request.method === 'HEAD') return next();
    const from = request.get('origin');
    const fetched = request.get('sec-fetch-site');
    const isOwn =
      from === undefined
        ? fetched === undefined || fetched === 'same-origin' || fetched === 'none'
        : from === siteOf(request, configured).origin ||
          (configured !== null && from === siteOf(request, null).origin);
    if (!isOwn) throw new ApiError('wrong-site', 'A page of another site may not ask this.');
    next();
  };
}
