import { startAuthentication, startRegistration } from '@simplewebauthn/browser';
import type { NewPasskey, PasskeyAsked, SessionState } from '@fieldchalk/contracts';
import { call } from '../session/api.ts';

type Registration = Parameters<typeof startRegistration>[0]['optionsJSON'];
type Authentication = Parameters<typeof startAuthentication>[0]['optionsJSON'];

/** What an authenticator that says no is told as. */
const refused = new Error('No passkey was used. Try again, or use your password.');

/** Has this device make a passkey: for oneself, or for a link that is taken up. */
export async function newPasskey(path: '/own' | '/join', body?: object): Promise<NewPasskey> {
  const { challenge, options } = await call<PasskeyAsked>('POST', `${path}/passkey-options`, body ?? {});
  const credential = await startRegistration({ optionsJSON: options as unknown as Registration }).catch(
    () => {
      throw refused;
    },
  );
  return {
    challenge,
    credential: { ...credential } as unknown as NewPasskey['credential'],
    label: deviceWords(navigator.userAgent),
  };
}

/** Signs in with a passkey of this device. */
export async function signInWithPasskey(): Promise<SessionState> {
  const { challenge, options } = await call<PasskeyAsked>('POST', '/session/passkey-options', {});
  const credential = await startAuthentication({ optionsJSON: options as unknown as Authentication }).catch(
    () => {
      throw refused;
    },
  );
  return call<SessionState>('POST', '/session/passkey', { challenge, credential });
}

const systems = [
  [/iPhone|iPad/, 'iPhone or iPad'],
  [/Android/, 'Android'],
  [/Windows/, 'Windows'],
  [/Mac OS/, 'Mac'],
  [/CrOS|Linux/, 'Linux'],
] as const;
const browsers = [
  [/Edg\//, 'Edge'],
  [/Firefox\//, 'Firefox'],
  [/Chrome\//, 'Chrome'],
  [/Safari\//, 'Safari'],
] as const;

/** What a browser says it is, in a few words: “Chrome, Android”. */
export function deviceWords(agent: string): string {
  const known = (list: readonly (readonly [RegExp, string])[]) =>
    list.find(([pattern]) => pattern.test(agent))?.[1];
  return [known(browsers), known(systems)].filter(Boolean).join(', ') || 'a device';
}
