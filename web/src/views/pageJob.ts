import { onBeforeUnmount } from 'vue';
import { useRoute } from 'vue-router';
import { useJob } from '../stores/job.ts';

/** Opens the job a page is about, for as long as the page is shown. */
export function usePageJob(): ReturnType<typeof useJob> {
  const job = useJob();
  void job.open(String(useRoute().params['job']));
  onBeforeUnmount(() => job.close());
  return job;
}
