import { labelsPrintedSchema, type LabelsPrinted } from '@fieldchalk/contracts';
import { ApiError } from '../errors.ts';
import { labelText, type LabelJob } from './format.ts';

/** How long a printer may take, in seconds. */
const patience = 20;

/** A label printer in the house, asked over HTTP; one that is off, hangs or answers nonsense is said so. */
export class LabelPrinter {
  constructor(
    readonly url: string | null,
    private readonly seconds = patience,
  ) {}

  private address(path: string): string {
    if (this.url !== null) return `${this.url.replace(/\/$/, '')}${path}`;
    throw new ApiError('not-found', 'No label printer is set up on this server: FIELDCHALK_LABEL_PRINTER.');
  }

  /** How many came out, and why the rest did not; the printer has no memory: the rest is sent again. */
  async print(job: LabelJob): Promise<LabelsPrinted> {
    const none = (says: string): LabelsPrinted => ({ printed: 0, says });
    const address = this.address('/print');
    let response: Response;
    try {
      response = await fetch(address, {
        method: 'POST',
        headers: { 'content-type': 'text/plain; charset=utf-8' },
        body: labelText(job),
        signal: AbortSignal.timeout(this.seconds * 1000),
      });
    } catch (error) {
      return none((error as Error).name === 'TimeoutError' ? 'takes too long' : 'cannot be reached');
    }
    const read = labelsPrintedSchema.safeParse(await response.json().catch(() => null));
    if (!read.success || read.data.printed > job.labels.length)
      return none('answers something that is no answer');
    return read.data;
  }

  /** The strip as it hangs out of the printer, as SVG. */
  async strip(): Promise<string> {
    const address = this.address('/strip.svg');
    const response = await fetch(address, { signal: AbortSignal.timeout(this.seconds * 1000) }).catch(
      () => null,
    );
    if (!response?.ok) throw new ApiError('not-found', 'The label printer shows no strip.');
    return response.text();
  }
}
