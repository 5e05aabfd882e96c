import { watch } from 'vue';
import { useSession } from '../base/session.ts';

/** A date that nobody filled in is today, as soon as the server has said which day that is. */
export function useTodayWhenEmpty<K extends string>(values: Record<K, string>, field: K): void {
  const session = useSession();
  watch(
    () => session.today,
    (today) => {
      if (values[field] === '') values[field] = today;
    },
    { immediate: true },
  );
}
