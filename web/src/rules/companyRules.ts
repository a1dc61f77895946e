import { emptyRules, type RuleChange, type RulesFile } from '@fieldchalk/core';
import { call, Refusal } from '../session/api.ts';
import { LiveStream } from '../session/liveStream.ts';

const same = (a: RulesFile, b: RulesFile) => JSON.stringify(a) === JSON.stringify(b);

/** The company’s house rules in a window: read, followed as others set them, set anew. */
export class CompanyRules {
  private rules: RulesFile = emptyRules();
  private isSending = false;
  /** Something was heard while own changes were on their way: which came last is not known. */
  private heardMeanwhile = false;
  private readonly stream = new LiveStream('/api/rules/events', {
    hears: { rules: (data) => this.hear(data as RulesFile) },
    opened: () => void this.readAgain(),
  });

  /** `others` hears the rules as others have set them, and as they were. */
  constructor(private readonly others: (now: RulesFile, before: RulesFile) => void) {}

  async open(): Promise<RulesFile> {
    this.rules = await call<RulesFile>('GET', '/rules');
    this.stream.follow();
    return this.rules;
  }

  /** Sets rules anew. Throws the refusal where one of them is not as the change saw it. */
  async take(changes: readonly RuleChange[]): Promise<RulesFile> {
    this.isSending = true;
    try {
      return (this.rules = await call<RulesFile>('POST', '/rules/changes', { changes }));
    } catch (error) {
      const newest = error instanceof Refusal ? (error.body['rules'] as RulesFile | undefined) : undefined;
      if (newest) this.rules = newest;
      throw error;
    } finally {
      this.isSending = false;
      if (this.heardMeanwhile) void this.readAgain();
    }
  }

  private hear(now: RulesFile): void {
    if (this.isSending) return void (this.heardMeanwhile = true);
    const before = this.rules;
    if (same(now, before)) return;
    this.rules = now;
    this.others(now, before);
  }

  private async readAgain(): Promise<void> {
    this.heardMeanwhile = false;
    // Without the server they stay as they are; the stream opens again and reads them.
    const now = await call<RulesFile>('GET', '/rules').catch(() => null);
    if (now) this.hear(now);
  }

  close(): void {
    this.stream.close();
  }
}
