import { z } from 'zod';

/** What ids of people, phones, windows, changes and ticks look like. */
export const id = z.string().regex(/^[A-Za-z0-9_-]{1,60}$/, 'must be 1 to 60 letters, digits, “-” or “_”');
