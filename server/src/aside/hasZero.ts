/** Whether a body of JSON has a character zero in it, plain or escaped. */
export const hasZero = (body: Buffer): boolean => body.includes('\\u0000') || body.includes(0);
