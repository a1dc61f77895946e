import { z } from 'zod';
import { paperKinds, turnedKinds } from '@fieldchalk/core';
import { id } from './fields.ts';
import { sheetsMadeSchema } from './sheets.ts';

const paper = { paper: z.enum(paperKinds), turned: z.enum(turnedKinds) };

/** The page a customer is to sign: the proposal, or where something was agreed already, a change order. */
export const offerAskedSchema = z.strictObject({
  ...paper,
  day: z.iso.date('must be a day, like 2027-03-01'),
  /** Options the customer chooses, by their ids. */
  taken: z.array(id).max(100),
  /** Why something is otherwise; of a proposal nothing. */
  reason: z.string().trim().max(1000).default(''),
});

/** The page as it was made, and what stands on it, in cents. */
export const offerMadeSchema = sheetsMadeSchema.extend({
  /** 1 for the proposal; change orders go on from there. */
  number: z.number(),
  /** What was agreed before; null for a proposal. */
  before: z.number().nullable(),
  /** What the whole job is agreed for with it. */
  cents: z.number(),
  /** Names of items in it without a price: while there are any it is a draft, and not to be signed. */
  unpriced: z.array(z.string()),
});

/** A page that was made is signed: by whom. */
export const newAgreementSchema = z.strictObject({
  made: z.string().max(64),
  signer: z.string().trim().min(1, 'is the name of who signed').max(120),
});

/** What was agreed with the customer: kept for good, with the job as it stood. */
export const agreementSchema = z.object({
  number: z.number(),
  day: z.string(),
  signer: z.string(),
  reason: z.string(),
  /** Names of the options taken. */
  taken: z.array(z.string()),
  /** What the whole job is agreed for with it. */
  cents: z.number(),
  revision: z.number(),
  by: z.string().nullable(),
});

/** An agreement as it was signed; `left`: why options that were taken are not in the job yet, empty where they are. */
export const agreementSignedSchema = agreementSchema.extend({ left: z.string() });

/** A signed page to be made again. */
export const agreementAskedSchema = z.strictObject(paper);

export type OfferWanted = z.infer<typeof offerAskedSchema>;
export type OfferShown = z.infer<typeof offerMadeSchema>;
export type Agreement = z.infer<typeof agreementSchema>;
export type AgreementSigned = z.infer<typeof agreementSignedSchema>;
