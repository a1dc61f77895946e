import { JobComputer } from '../worker/jobComputer.ts';

/** What the worker does, done in the test's own thread, with what crosses copied as it would be: for tests of what stands on its answers. */
export function computeInThread() {
  const own = new JobComputer();
  const crossing = <A extends readonly unknown[], T>(call: (...args: A) => T) => {
    return async (...args: A): Promise<T> => structuredClone(call(...structuredClone(args)));
  };
  return {
    compute: {
      load: crossing(own.load.bind(own)),
      follow: crossing(own.follow.bind(own)),
      preview: crossing(own.preview.bind(own)),
      propose: crossing(own.propose.bind(own)),
    },
    stop: () => undefined,
  };
}
