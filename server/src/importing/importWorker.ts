import { parentPort, workerData } from 'node:worker_threads';
import type { ImportStep } from '@fieldchalk/core/import';
import { type FileAsked, type FileRead, readFileBytes } from './read.ts';

/** What the thread says: how far it is, then what came of the file. */
export type ImportWord = { readonly step: ImportStep } | { readonly read: FileRead };

/** Reads the one file the thread was begun for. */
const { asked, bytes } = workerData as { asked: FileAsked; bytes: Uint8Array };
const say = (word: ImportWord) => parentPort?.postMessage(word);
say({ read: await readFileBytes(asked, bytes, (step) => say({ step })) });
