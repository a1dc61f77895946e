/** What became of a line: null where it was taken, else why not. */
type Refusal = string | null;

interface Reader {
  /** Whether what lines are read against is that of the plan as it stands. */
  readonly isReady: () => boolean;
  readonly take: (line: string) => Refusal;
  readonly refused: (line: string, says: string) => void;
  /** Whether something else is typed by now, so that a line that is refused cannot come back. */
  readonly isTyping: () => boolean;
  /** Hears whether lines wait, each time some were read, refused or added. */
  readonly waits: (is: boolean) => void;
}

/**
 * Lines that are typed faster than the plan is worked out. Each is read in its turn, when the walls, numbers and marks it speaks of are those of the lines before it;
 * one that is refused stops those behind it, which may stand on it.
 */
export class TypedAhead {
  private readonly lines: string[] = [];

  constructor(private readonly reader: Reader) {}

  get isWaiting(): boolean {
    return this.lines.length > 0;
  }

  add(line: string): void {
    this.lines.push(line);
    this.goOn();
  }

  /** Reads what waits, as far as it can be read now. */
  goOn(): void {
    this.read();
    this.reader.waits(this.isWaiting);
  }

  private read(): void {
    while (this.reader.isReady()) {
      const line = this.lines.shift();
      if (line === undefined) return;
      const says = this.reader.take(line);
      if (says !== null) return this.refuse(line, says);
    }
  }

  /** Nothing of what waits is done any more, and `says` tells why. */
  giveUp(says: string): void {
    const line = this.lines.shift();
    if (line !== undefined) this.refuse(line, says);
    this.reader.waits(false);
  }

  private refuse(line: string, says: string): void {
    const behind = this.lines.splice(0);
    const also = behind.length > 0 ? ` Not done either: ${behind.join('; ')}.` : '';
    const isNamed = also !== '' || this.reader.isTyping();
    this.reader.refused(line, isNamed ? `“${line}”: ${says}${also}` : says);
  }
}
