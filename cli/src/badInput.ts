/** What a person gave that cannot be used: a line each, said on standard error. */
export class BadInput extends Error {
  constructor(readonly lines: readonly string[]) {
    super(lines.join('\n'));
  }
}
