import { expose } from 'comlink';
import { JobComputer } from './jobComputer.ts';

export type ComputeApi = JobComputer;
expose(new JobComputer());
