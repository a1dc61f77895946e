import { JobComputer } from '../worker/jobComputer.ts';

/** What the worker does, done in the test's own thread, with what crosses copied as it would be: for tests of what stands on its answers. */
export function computeInThread() {
  const own = new JobComputer();
  // A function crosses as a way to call it, all else as a copy.
  const crossing = <A extends readonly unknown[], T>(call: (...args: A) => T) => {
    const copied = (value: unknown) => (typeof value === 'function' ? value : structuredClone(value));
    return async (...args: A): Promise<T> => structuredClone(call(...(args.map(copied) as unknown as A)));
  };
  return {
    compute: {
      begin: crossing(own.begin.bind(own)),
      load: crossing(own.load.bind(own)),
      follow: crossing(own.follow.bind(own)),
      tryOut: crossing(own.tryOut.bind(own)),
      preview: crossing(own.preview.bind(own)),
      propose: crossing(own.propose.bind(own)),
      trials: crossing(own.trials.bind(own)),
    },
    stop: () => undefined,
  };
}
