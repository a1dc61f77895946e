import type { ImportStep } from '@fieldchalk/core/import';
import { ApiError } from '../errors.ts';
import { threadOf } from '../threads.ts';
import type { ImportWord } from './importWorker.ts';
import type { FileAsked, FileRead } from './read.ts';

/** What one file may take, and how many are read at a time. */
export interface ImportLimits {
  readonly seconds: number;
  /** Of the thread's own memory, and of what the whole server grows by meanwhile. */
  readonly megabytes: number;
  readonly atOnce: number;
  /** So many wait their turn, of all and of one person; more are sent away. */
  readonly waiting: number;
  readonly waitingOfOne: number;
}

export const usualLimits: ImportLimits = {
  seconds: 30,
  megabytes: 1024,
  atOnce: 2,
  waiting: 8,
  waitingOfOne: 2,
};

/** So often the memory is looked at, in milliseconds. */
const lookEvery = 100;
const megabyte = 1024 * 1024;
const memory = () => process.memoryUsage.rss() / megabyte;

const tooMuch = (file: string, what: string): FileRead => ({
  ok: false,
  code: 'bad-plan',
  detail: `${file} cannot be read: it takes more than ${what}. Save a part of it, or save it again with the program it comes from.`,
  problems: [{ path: '(file)', message: `takes more than ${what}` }],
});

interface Waiting {
  readonly person: string;
  readonly go: () => void;
}

/**
 * Reads files of other programs, each in a thread of its own: a file made to take for ever, or all memory, is stopped and said, and nobody else waits. One person
 * has one file read at a time: those of another window wait for it.
 */
export class Importer {
  private readonly reading = new Set<string>();
  private line: Waiting[] = [];

  constructor(private readonly limits: ImportLimits = usualLimits) {}

  /** `given` aborts when whoever asked has gone or given up; then null comes back. */
  async read(
    person: string,
    asked: FileAsked,
    bytes: Uint8Array,
    told: (step: ImportStep) => void,
    given: AbortSignal,
  ): Promise<FileRead | null> {
    if (!(await this.turn(person, given))) return null;
    try {
      return given.aborted ? null : await this.inThread(asked, bytes, told, given);
    } finally {
      this.reading.delete(person);
      this.next();
    }
  }

  private mayRead(person: string): boolean {
    return this.reading.size < this.limits.atOnce && !this.reading.has(person);
  }

  private take(person: string): true {
    this.reading.add(person);
    return true;
  }

  /** Whether its turn has come: who gives up leaves the line. */
  private async turn(person: string, given: AbortSignal): Promise<boolean> {
    if (this.mayRead(person)) return this.take(person);
    if (this.line.filter((one) => one.person === person).length >= this.limits.waitingOfOne)
      throw new ApiError('busy', 'Other files of yours are being read. Wait for them, or give them up.');
    if (this.line.length >= this.limits.waiting)
      throw new ApiError('busy', 'Many files are being read just now. Try again in a minute.');
    return new Promise((done) => {
      const one: Waiting = { person, go: () => done(this.take(person)) };
      this.line.push(one);
      given.addEventListener('abort', () => {
        this.line = this.line.filter((other) => other !== one);
        done(false);
      });
    });
  }

  /** The first in line that may has its place before anybody else can ask. */
  private next(): void {
    const first = this.line.find(({ person }) => this.mayRead(person));
    if (!first) return;
    this.line = this.line.filter((one) => one !== first);
    first.go();
  }

  private async inThread(
    asked: FileAsked,
    bytes: Uint8Array,
    told: (step: ImportStep) => void,
    given: AbortSignal,
  ): Promise<FileRead | null> {
    const { seconds, megabytes } = this.limits;
    const began = memory();
    const thread = threadOf('./importing/importWorker.ts', {
      workerData: { asked, bytes },
      resourceLimits: { maxOldGenerationSizeMb: megabytes, maxYoungGenerationSizeMb: 64, stackSizeMb: 4 },
      stdout: true,
      stderr: true,
    });
    let timer: ReturnType<typeof setTimeout> | undefined;
    let look: ReturnType<typeof setInterval> | undefined;
    let giveUp = () => undefined as void;
    // What its libraries print is nobody’s to read.
    thread.stdout.resume();
    thread.stderr.resume();
    try {
      return await new Promise<FileRead | null>((done) => {
        timer = setTimeout(() => done(tooMuch(asked.file, `${seconds} seconds`)), seconds * 1000);
        look = setInterval(() => {
          if (memory() - began > megabytes) done(tooMuch(asked.file, `${megabytes} MB of memory`));
        }, lookEvery);
        giveUp = () => done(null);
        given.addEventListener('abort', giveUp);
        thread.on('message', (word: ImportWord) => {
          if ('read' in word) done(word.read);
          else told(word.step);
        });
        thread.on('error', (error: Error & { code?: string }) => done(failed(asked.file, error, megabytes)));
        thread.on('exit', () => done(failed(asked.file, new Error('it ended early'), megabytes)));
      });
    } finally {
      clearTimeout(timer);
      clearInterval(look);
      given.removeEventListener('abort', giveUp);
      await thread.terminate();
    }
  }
}

/** A thread that ran out of its memory or its stack, or that failed: the file’s doing, since every file is read alike. */
function failed(file: string, error: Error & { code?: string }, megabytes: number): FileRead {
  if (error.code === 'ERR_WORKER_OUT_OF_MEMORY') return tooMuch(file, `${megabytes} MB of memory`);
  if (error instanceof RangeError) return tooMuch(file, 'the depth a drawing may have');
  const [says] = error.message.split('\n');
  return {
    ok: false,
    code: 'bad-plan',
    detail: `${file} cannot be read: ${(says ?? '').slice(0, 200)}. Save it again with the program it comes from.`,
    problems: [{ path: '(file)', message: 'cannot be read' }],
  };
}
