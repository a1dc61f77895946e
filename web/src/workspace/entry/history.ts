/** So many lines are remembered. */
const most = 100;

/** Lines that were entered, to be called up again: up for the one before, down for the next. */
export class LineHistory {
  private readonly lines: string[] = [];
  /** How far back one has gone; 0 for not at all. */
  private back = 0;

  /** Whether a line that was called up is in the field. */
  get isCalledUp(): boolean {
    return this.back > 0;
  }

  entered(line: string): void {
    const words = line.trim();
    if (words !== '' && this.lines.at(-1) !== words) this.lines.push(words);
    if (this.lines.length > most) this.lines.shift();
    this.back = 0;
  }

  /** The line before or after the one that is called up; empty past the last. Null where there is none further back. */
  step(way: 'before' | 'after'): string | null {
    const back = this.back + (way === 'before' ? 1 : -1);
    if (back < 0 || back > this.lines.length) return null;
    this.back = back;
    return back === 0 ? '' : (this.lines.at(-back) ?? null);
  }

  /** Something else is typed. */
  leave(): void {
    this.back = 0;
  }
}
