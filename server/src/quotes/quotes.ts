import { type QuoteAnswer, type QuoteAsked, quoteSchema } from '@fieldchalk/contracts';

/** A supplier that answers questions for quotes at an address. */
export interface QuoteSource {
  readonly name: string;
  readonly url: string;
}

/** What one supplier may take to answer, and how much it may say. */
const usualLimits = { seconds: 8, bytes: 2_000_000 };

/** An answer read no further than it may be long; null for one that is longer. */
async function textOf(response: Response, most: number): Promise<string | null> {
  const parts: Uint8Array[] = [];
  let length = 0;
  for await (const part of response.body ?? []) {
    const bytes = part as Uint8Array;
    length += bytes.length;
    if (length > most) return null;
    parts.push(bytes);
  }
  return Buffer.concat(parts).toString('utf8');
}

function jsonOf(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}

/** Asks suppliers for quotes, all at once; one that hangs, fails or answers nonsense is said so and keeps nobody waiting long. */
export class Quotes {
  constructor(
    readonly sources: readonly QuoteSource[],
    private readonly limits = usualLimits,
  ) {}

  ask(asked: QuoteAsked): Promise<QuoteAnswer[]> {
    return Promise.all(this.sources.map((source) => this.askOne(source, asked)));
  }

  private async askOne({ name, url }: QuoteSource, asked: QuoteAsked): Promise<QuoteAnswer> {
    const none = (says: string): QuoteAnswer => ({ supplier: name, quote: null, says });
    const { seconds, bytes } = this.limits;
    try {
      const response = await fetch(url, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(asked),
        redirect: 'error',
        signal: AbortSignal.timeout(seconds * 1000),
      });
      if (!response.ok) {
        await response.body?.cancel();
        return none(`${name} answers with an error (${response.status}). Ask again later.`);
      }
      const text = await textOf(response, bytes);
      if (text === null) return none(`${name} answers more than a quote can be.`);
      const read = quoteSchema.safeParse(jsonOf(text));
      return read.success
        ? { supplier: name, quote: read.data, says: '' }
        : none(`${name} answers something that is no quote. Nothing of it was taken.`);
    } catch (error) {
      const isLate = error instanceof Error && error.name === 'TimeoutError';
      return none(
        isLate
          ? `${name} has not answered within ${seconds} seconds. Ask again later.`
          : `${name} cannot be reached. Ask again later.`,
      );
    }
  }
}
