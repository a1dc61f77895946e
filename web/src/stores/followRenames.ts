import { type Ref, watch } from 'vue';
import { useSession } from './session.ts';

/** Ids that are held stay with what they were of: what was just made here may get another id, as someone else gave the same one first. */
export function followRenames(...held: (Ref<string> | Ref<string | null>)[]): void {
  const session = useSession();
  watch(
    () => session.renames,
    (renames) => {
      for (const own of held) if (own.value !== null) own.value = renames.get(own.value) ?? own.value;
    },
    { flush: 'sync' },
  );
}
