import { ref, type Ref } from 'vue';
import { Refusal } from '../session/api.ts';

/** What each field of the forms for people is called. */
const fields: Readonly<Record<string, string>> = {
  name: 'Name',
  company: 'Company',
  signIn: 'Sign-in name',
  password: 'Password',
  old: 'Password until now',
  label: 'What it is called',
  address: 'Address',
  customer: 'Customer',
  starts: 'First day',
  ends: 'Last day',
};

/** A refusal by the fields it is about, as they are called: “Password must have at least 12 letters”. */
export function refusalWords(error: unknown): string {
  if (!(error instanceof Refusal) || error.problems.length === 0) return (error as Error).message;
  return error.problems.map(({ path, message }) => `${fields[path] ?? path} ${message}.`).join(' ');
}

/** Does one thing after another, in the order they were asked for, and says why one came to nothing. */
export function useAttempt(): {
  says: Ref<string>;
  isBusy: Ref<boolean>;
  attempt: (work: () => Promise<unknown>) => Promise<void>;
} {
  const [says, isBusy] = [ref(''), ref(false)];
  let last = Promise.resolve();
  let waiting = 0;
  async function inTurn(work: () => Promise<unknown>): Promise<void> {
    says.value = '';
    try {
      await work();
    } catch (error) {
      says.value = refusalWords(error);
    }
    isBusy.value = --waiting > 0;
  }
  function attempt(work: () => Promise<unknown>): Promise<void> {
    waiting++;
    isBusy.value = true;
    return (last = last.then(() => inTurn(work)));
  }
  return { says, isBusy, attempt };
}
