import { z } from 'zod';
import { roles } from './access.ts';
import { id } from './fields.ts';

/** People, how they sign in, the phones that are let in, and who did what. */
const name = z.string().trim().min(1, 'must not be empty').max(80);
const signIn = z
  .string()
  .trim()
  .toLowerCase()
  .max(120)
  .regex(/^\S{3,}$/, 'must be one word of at least 3 letters, like an e-mail address');
/** Long beats odd: a sentence is easy to keep and hard to guess. */
export const shortestPassword = 12;
const password = z
  .string()
  .max(200)
  .refine(
    (p) => p.length >= shortestPassword,
    `must have at least ${shortestPassword} letters; a short sentence is good`,
  );
const secret = z.string().regex(/^[A-Za-z0-9_-]{22,64}$/, 'is no link of ours: open it whole');
const role = z.enum(roles);

export const signInSchema = z.strictObject({
  signIn,
  password: z.string().min(1, 'must not be empty').max(200),
});
/** What an authenticator answers, as the browser gives it; its own library checks what is in it. */
const credential = z.looseObject({
  id: z.string().max(1400),
  rawId: z.string().max(1400),
  type: z.literal('public-key'),
  response: z.record(z.string().max(60), z.unknown()),
  clientExtensionResults: z.record(z.string(), z.unknown()),
});
export const passkeySignInSchema = z.strictObject({ challenge: id, credential });
export const newPasskeySchema = z.strictObject({
  challenge: id,
  credential,
  label: z.string().trim().max(60).default('Passkey'),
});
/** What the browser is to ask its authenticator, and the id the answer comes back with. */
export const passkeyAskedSchema = z.object({ challenge: id, options: z.record(z.string(), z.unknown()) });

export const linkSchema = z.strictObject({ secret });
/** Who takes up an invitation: with a password, or with a passkey made for it. Phones say nothing. */
export const joinSchema = z.strictObject({
  secret,
  name: name.optional(),
  company: name.optional(),
  signIn: signIn.optional(),
  password: password.optional(),
  passkey: newPasskeySchema.optional(),
});
export const joinPasskeySchema = z.strictObject({ secret, name, signIn });
export const linkKinds = ['owner', 'person', 'recovery', 'phone'] as const;
/** What a link is for, before it is taken up. */
export const linkLookSchema = z.object({
  kind: z.enum(linkKinds),
  role,
  company: z.string(),
  job: z.string(),
  label: z.string(),
  signIn: z.string(),
});
export const joinedSchema = z.object({ kind: z.enum(linkKinds), job: id.nullable() });

export const personSchema = z.object({ id, name: z.string(), signIn: z.string(), role });
/** Who asks, and how people sign in here. */
export const sessionSchema = z.object({
  person: personSchema.extend({ company: z.string() }).nullable(),
  /** Whether a passkey can be used at this address. */
  passkeys: z.boolean(),
  demo: z.boolean(),
  /** Nobody owns this server yet: the link that does is in its terminal. */
  isNew: z.boolean(),
});
const session = z.object({
  id,
  agent: z.string(),
  madeAt: z.number(),
  seenAt: z.number(),
  isThis: z.boolean(),
});
export const ownSchema = z.object({
  person: personSchema,
  hasPassword: z.boolean(),
  passkeys: z.array(
    z.object({ id: z.string(), label: z.string(), madeAt: z.number(), usedAt: z.number().nullable() }),
  ),
  sessions: z.array(session),
});
export const ownChangeSchema = z.strictObject({ name: name.optional(), signIn: signIn.optional() });
export const passwordSchema = z.strictObject({ old: z.string().max(200).default(''), password });

export const colleagueSchema = personSchema.extend({
  madeAt: z.number(),
  /** Where they are signed in; told only to who may cut them off. */
  sessions: z.array(session.omit({ isThis: true })),
});
export const personChangeSchema = z.strictObject({ role });
export const newInvitationSchema = z.strictObject({
  role,
  label: z.string().trim().max(80).default(''),
  /** A crew member or guest may be given a job with it. */
  job: id.optional(),
});
/** A link still open; its secret is shown once, when it is made. */
export const invitationSchema = z.object({
  id,
  kind: z.enum(linkKinds),
  role,
  label: z.string(),
  madeAt: z.number(),
  expiresAt: z.number(),
});
export const madeLinkSchema = invitationSchema.extend({ secret: z.string() });

/** A link that lets one phone into a job: as crew, who tick, or as a guest, who looks. */
export const newPhoneLinkSchema = z.strictObject({
  label: z.string().trim().max(80).default('Crew'),
  role: z.enum(['crew', 'guest']).default('crew'),
  /** Days until the link must have been opened. */
  days: z.number().int().min(1).max(60).default(7),
});
/** A phone or person a job is given to. */
export const givenSchema = z.object({
  id,
  label: z.string(),
  role,
  person: id.nullable(),
  agent: z.string(),
  madeAt: z.number(),
  seenAt: z.number(),
});
export const phonesSchema = z.object({ links: z.array(invitationSchema), given: z.array(givenSchema) });
export const giveSchema = z.strictObject({ person: id });

export const companySchema = z.object({ id, name: z.string() });
export const companyNameSchema = z.strictObject({ name });
export const acts = [
  'signed in',
  'failed to sign in',
  'signed out',
  'joined',
  'invited',
  'withdrew an invitation',
  'changed a role',
  'ended access',
  'cut off a device',
  'helped back in',
  'changed a sign-in',
  'made a link',
  'let a phone in',
  'gave a job',
  'took a job back',
  'made a job',
  'copied a job',
  'issued sheets',
  'recorded an agreement',
  'took an agreement back',
  'counted stock',
  'took stock for a job',
  'gave stock back',
  'archived a job',
  'put a job away',
  'brought a job back',
  'settled late ticks',
  'changed house rules',
  'changed the price book',
  'changed suppliers',
  'named the company',
  'took the data out',
] as const;
export const auditEntrySchema = z.object({
  sequence: z.number(),
  at: z.number(),
  name: z.string(),
  what: z.enum(acts),
  job: z.string().nullable(),
  about: z.string(),
});
export const auditQuerySchema = z.object({ before: z.coerce.number().int().min(1).optional() });

export type SessionState = z.infer<typeof sessionSchema>;
export type Own = z.infer<typeof ownSchema>;
export type Colleague = z.infer<typeof colleagueSchema>;
export type NewInvitation = z.infer<typeof newInvitationSchema>;
export type Invitation = z.infer<typeof invitationSchema>;
export type MadeLink = z.infer<typeof madeLinkSchema>;
export type NewPhoneLink = z.infer<typeof newPhoneLinkSchema>;
export type Given = z.infer<typeof givenSchema>;
export type Phones = z.infer<typeof phonesSchema>;
export type Join = z.infer<typeof joinSchema>;
export type Joined = z.infer<typeof joinedSchema>;
export type LinkLook = z.infer<typeof linkLookSchema>;
export type LinkKind = (typeof linkKinds)[number];
export type NewPasskey = z.infer<typeof newPasskeySchema>;
export type PasskeyAsked = z.infer<typeof passkeyAskedSchema>;
export type AuditEntry = z.infer<typeof auditEntrySchema>;
