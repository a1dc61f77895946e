import { z } from 'zod';

/** Fields that several records share. Lengths in inches. */

export const coordinate = z.number().min(-1e6).max(1e6);
export const span = z.number().positive().max(1e5);
export const position = z.number().min(-1e5).max(1e5);
export const finishThickness = z.number().min(0).max(6);
export const text = z.string().max(200);
/** A day as 2026-11-28; empty for none. */
export const day = z.union([z.literal(''), z.iso.date()]);
export const longText = z.string().max(1000);

export const idPattern = /^[A-Za-z0-9_-]{1,40}$/;
export const idSchema = z.string().regex(idPattern, 'must be 1 to 40 letters, digits, “-” or “_”');

/** A record's keys for an enum that takes any of them. */
export const keysOf = <K extends string>(record: Record<K, unknown>) => Object.keys(record) as [K, ...K[]];

/** One of the two ends of a wall. */
export const wallEnd = z.enum(['from', 'to']);

/** A side of a wall: the one seen on that hand when walking from its `from` point to its `to` point. */
export const side = z.enum(['left', 'right']);
export type Side = z.infer<typeof side>;
