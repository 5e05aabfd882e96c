import { useRouter } from 'vue-router';

/** What ends a form about something that is open: `back` to it, and `save`, which goes there once the form is written down. */
export function useLeave(form: { readonly send: () => Promise<unknown> }, to: () => string) {
  const router = useRouter();
  const back = (): void => void router.push(to());
  async function save(): Promise<void> {
    if (await form.send()) back();
  }
  return { back, save };
}
