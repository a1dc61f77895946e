import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { root } from './steps.mjs';

/** The customer's word: tests are a quarter to a third of the code. Below the least, and above the most, the test command fails. */
const least = 24;
const most = 34;

const isTest = (file) => /\.(test|spec|shots)\.ts$/.test(file) || /^e2e\/.*\.ts$/.test(file);
const isCode = (file) => /\.(ts|vue|css)$/.test(file) && !/\.(bench|d)\.ts$/.test(file) && !isTest(file);

/** Lines that are not blank, in files of the repository that a filter takes. */
export function linesOf(files, takes, read = (file) => readFileSync(`${root}${file}`, 'utf8')) {
  return files.filter(takes).reduce(
    (sum, file) =>
      sum +
      read(file)
        .split('\n')
        .filter((line) => line.trim() !== '').length,
    0,
  );
}

/** Tests and code in non-blank lines, and the share of tests in percent. */
export function shareOf(files, read) {
  const [tests, code] = [linesOf(files, isTest, read), linesOf(files, isCode, read)];
  return { tests, code, percent: Math.round((1000 * tests) / (tests + code)) / 10 };
}

export function verdict({ tests, code, percent }) {
  const says = `Tests are ${percent} % of the code: ${tests} of ${tests + code} lines that are not blank.`;
  if (percent < least) return { ok: false, says: `${says} At least ${least} % is asked.` };
  if (percent > most) return { ok: false, says: `${says} At most ${most} % is asked.` };
  return { ok: true, says };
}

/** Counts the repository's own files; stops the test command when the share is out of bounds. */
export function checkShare() {
  const listed = execFileSync('git', ['ls-files', '-co', '--exclude-standard'], {
    cwd: root,
    encoding: 'utf8',
  });
  const files = listed.split('\n').filter((file) => file !== '');
  const { ok, says } = verdict(shareOf(files));
  process.stdout.write(`— ${says}\n`);
  if (!ok) process.exit(1);
}
