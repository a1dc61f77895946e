/** Labels as they are sent to a printer: docs/label-printer.md. */
export interface LabelJob {
  /** Of the tape, in millimetres. */
  readonly tape: number;
  readonly labels: readonly string[];
}

export const tapes = [6, 9, 12, 18, 24] as const;
const longestLabel = 120;
const mostLabels = 2000;

export type LabelJobRead =
  { readonly ok: true; readonly job: LabelJob } | { readonly ok: false; readonly says: string };

/** One instruction a line: `labels 1` first, `tape 12`, then `label …` for each. */
export const labelText = ({ tape, labels }: LabelJob): string =>
  ['labels 1', `tape ${tape}`, ...labels.map((l) => `label ${l.replaceAll(/\s+/g, ' ').trim()}`), ''].join(
    '\n',
  );

/** Reads what a printer is sent; what cannot be read is said by its line. */
export function readLabelText(text: string): LabelJobRead {
  const wrong = (line: number, says: string): LabelJobRead => ({ ok: false, says: `line ${line}: ${says}` });
  const [first, ...lines] = text.replaceAll('\r', '').split('\n');
  if (first !== 'labels 1') return wrong(1, 'must be “labels 1”');
  let tape = 12;
  const labels: string[] = [];
  for (const [i, line] of lines.entries()) {
    if (line.trim() === '') continue;
    const [, word = '', rest = ''] = /^(\S+) ?(.*)$/.exec(line) ?? [];
    if (word === 'tape') {
      tape = Number(rest);
      if (!(tapes as readonly number[]).includes(tape))
        return wrong(i + 2, `tape is one of ${tapes.join(', ')} millimetres`);
    } else if (word === 'label') {
      if (rest.trim() === '') return wrong(i + 2, 'a label needs words');
      if (rest.length > longestLabel) return wrong(i + 2, `a label has ${longestLabel} letters at most`);
      labels.push(rest.trim());
    } else return wrong(i + 2, `“${word}” is neither tape nor label`);
  }
  if (labels.length > mostLabels) return { ok: false, says: `a job has ${mostLabels} labels at most` };
  return { ok: true, job: { tape, labels } };
}
