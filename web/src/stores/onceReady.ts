import { useSession } from './session.ts';

/**
 * What a form does with what is typed in it, once changes can be made: at once, or as soon as what makes them is loaded. Only then is it known whether it is taken,
 * so the form keeps what was typed till then; pressed again meanwhile, it is done once.
 */
export function onceReady<Args extends readonly unknown[]>(
  act: (...args: Args) => void,
): (...args: Args) => void {
  const session = useSession();
  let waits = false;
  return (...args) => {
    if (session.canChangeNow()) return act(...args);
    if (waits) return;
    waits = true;
    const once = () => {
      act(...args);
      return true;
    };
    void session.whenLoaded(once).finally(() => (waits = false));
  };
}
