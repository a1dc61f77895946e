import type { Response } from 'express';
import type { Role } from '@fieldchalk/contracts';

/** A person who is signed in. */
export interface Person {
  readonly kind: 'person';
  readonly id: string;
  readonly company: string;
  readonly role: Role;
  readonly name: string;
  /** The session asked with. */
  readonly session: string;
}

/** A phone that a link let in; what it may open, jobs say. */
export interface Phone {
  readonly kind: 'phone';
  readonly id: string;
}

/** Who asks. */
export type Who = Person | Phone;

/** What the guard found of a request. */
export interface Asked {
  readonly who: Who | null;
  /** The role asked with: a phone’s is that of the job it asks for. */
  readonly role: Role | null;
  /** How a job calls the phone or person; empty where there is none. */
  readonly label: string;
  /** The job is no longer given to who asks; only ticks made before may still come in. */
  readonly hasEnded: boolean;
}

export const nobody: Asked = { who: null, role: null, label: '', hasEnded: false };

export const setAsked = (response: Response, asked: Asked): void => void (response.locals['asked'] = asked);
export const askedBy = (response: Response): Asked =>
  (response.locals['asked'] as Asked | undefined) ?? nobody;

/** The person who asks, where the guard let nobody else through. */
export function personOf(response: Response): Person {
  const { who } = askedBy(response);
  if (who?.kind !== 'person') throw new Error('a route for people was reached by somebody else');
  return who;
}
