import { onBeforeUnmount } from 'vue';
import { useRoute } from 'vue-router';
import { useSession } from '../stores/session.ts';

/** Opens the job a page is about, for as long as the page is shown. */
export function usePageJob(): void {
  const session = useSession();
  void session.open(String(useRoute().params['job']));
  onBeforeUnmount(() => session.close());
}
