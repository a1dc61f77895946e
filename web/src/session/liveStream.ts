/** A stream that was refused is asked for again after so long, in milliseconds; one that broke off the browser opens again by itself. */
const again = 10_000;

/** What is done with what is heard. */
export interface StreamEar {
  /** By the name of the event. */
  readonly hears: Readonly<Record<string, (data: unknown) => void>>;
  /** The stream is open, also again: what was told meanwhile was missed. */
  readonly opened: () => void;
  /** The server refuses the stream. */
  readonly refused?: () => void;
}

/** Follows a stream of the server's for as long as it is open here. */
export class LiveStream {
  private source: EventSource | null = null;
  private retry: ReturnType<typeof setTimeout> | undefined;

  constructor(
    private readonly address: string,
    private readonly ear: StreamEar,
  ) {}

  follow(): void {
    this.close();
    const source = (this.source = new EventSource(this.address));
    const { hears, opened, refused } = this.ear;
    for (const [event, hear] of Object.entries(hears))
      source.addEventListener(event, (e) => hear(JSON.parse((e as MessageEvent<string>).data)));
    source.addEventListener('open', opened);
    source.addEventListener('error', () => {
      if (source.readyState !== EventSource.CLOSED || source !== this.source) return;
      refused?.();
      this.retry = setTimeout(() => this.follow(), again);
    });
  }

  close(): void {
    clearTimeout(this.retry);
    this.source?.close();
    this.source = null;
  }
}
