import { type FieldError, InputError, parse, readNumber, wrong } from '@esprel/core';
import type { Answer, AnyChanges, AnyDoes } from '@esprel/core/api';
import { fieldProblem } from './fieldWords.ts';
import { onScopeDispose, reactive, ref, watch } from 'vue';
import { ApiProblem, newKey, type Step } from './api.ts';
import type { Asked, Body } from './asked.ts';
import { act } from './calls.ts';
import { useChanges } from './changes.ts';
import { useKeptSteps } from './keptSteps.ts';

/** What a form answers once it is sent: a change says which step it was. */
type Sent<R extends AnyChanges | AnyDoes> = R extends AnyChanges ? Answer<R> & Step : Answer<R>;

/** A form of a route of the contract: where one form adds as well as changes, `of` says which. */
interface FormOptions<V extends object, R extends AnyChanges | AnyDoes> {
  /** Under this name what was typed is kept in the browser until it is sent; null keeps nothing. */
  readonly name: string | null;
  readonly initial: () => V;
  readonly of: R | ((values: V) => R);
  /** What the path of the route names. */
  readonly asked?: (values: V) => Asked<R>;
  /** What is said of it where it can be kept while the library does not answer; left out, it cannot. */
  readonly keptAs?: (values: V) => Parameters<ReturnType<typeof useKeptSteps>['sendOrKeep']>[3];
  /** What the fields hold as the body of the request. Throws InputErrors for text that is no number. */
  readonly body: (values: V) => unknown;
}

interface Form<V extends object, A> {
  readonly values: V;
  /** Message by field path. */
  errors: Readonly<Record<string, string>>;
  /** What is wrong and belongs to no field. */
  readonly problem: ApiProblem | null;
  readonly sending: boolean;
  /** The key under which the last send was kept for a library that did not answer; null where it was sent. */
  readonly kept: string | null;
  readonly send: () => Promise<A | null>;
  readonly reset: (values?: Partial<V>) => void;
}

function messages(errors: readonly FieldError[]): Record<string, string> {
  return Object.fromEntries(errors.map((e) => [e.path, e.message]));
}

/**
 * A form: keeps what is typed (through a closed lid too), holds it against the schema that the server uses, sends it,
 * and puts every error beside its field. A send that got no answer is sent again under the same key.
 */
export function useForm<V extends object, R extends AnyChanges | AnyDoes>(options: FormOptions<V, R>): Form<V, Sent<R>> {
  const store = options.name === null ? null : `esprel.draft.${options.name}`;
  const values = reactive({ ...options.initial(), ...readDraft(store) }) as V;
  const errors = ref<Readonly<Record<string, string>>>({});
  const problem = ref<ApiProblem | null>(null);
  const sending = ref(false);
  const kept = ref<string | null>(null);
  const changes = useChanges();
  /** What was sent last, under its key: the same once more, until something is typed anew, is the same step. */
  let attempt: { readonly key: string; readonly body: string; done?: boolean } | null = null;

  const stop = watch(
    values,
    (now) => {
      if (attempt?.done === true) attempt = null;
      if (store !== null) localStorage.setItem(store, JSON.stringify(now));
    },
    { deep: true },
  );
  onScopeDispose(stop);

  function reset(next: Partial<V> = {}): void {
    Object.assign(values, options.initial(), next);
    attempt = null;
    errors.value = {};
    problem.value = null;
    // After the watcher has written the cleared values once more.
    if (store !== null) queueMicrotask(() => queueMicrotask(() => localStorage.removeItem(store)));
  }

  /** Goes to the first field that is wrong; an error whose field is not on this page is said above the form, never swallowed. */
  function showFirstError(): void {
    requestAnimationFrame(() => {
      const field = document.querySelector<HTMLElement>('[aria-invalid="true"], .p-invalid input');
      if (field) field.focus();
      else if (problem.value === null && document.querySelector('.error[role="alert"]') === null) {
        const [first] = Object.entries(errors.value);
        if (first) problem.value = new ApiProblem(400, 'bad-input', fieldProblem(first[0], first[1]));
      }
    });
  }

  async function sendTo(route: R, body: unknown, key: string): Promise<Sent<R> | null> {
    const asked = options.asked?.(values) ?? ({} as Asked<R>);
    const answer: unknown =
      route.kind === 'does'
        ? await act(route as AnyDoes, asked as Asked<AnyDoes>, body as Body<AnyDoes>)
        : options.keptAs === undefined
          ? await changes.send(route as AnyChanges, asked as Asked<AnyChanges>, body as Body<AnyChanges>, key)
          : await useKeptSteps().sendOrKeep(
              route as AnyChanges,
              asked as Asked<AnyChanges>,
              body as Body<AnyChanges>,
              options.keptAs(values),
              key,
            );
    return answer as Sent<R> | null;
  }

  async function send(): Promise<Sent<R> | null> {
    if (sending.value) return null;
    errors.value = {};
    problem.value = null;
    const route = typeof options.of === 'function' ? options.of(values) : options.of;
    let body: unknown;
    try {
      body = options.body(values);
      parse(route.schema, body);
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      errors.value = messages(error.errors);
      showFirstError();
      return null;
    }
    const text = JSON.stringify(body);
    if (attempt?.body !== text) attempt = { key: newKey(), body: text };
    sending.value = true;
    try {
      const answer = await sendTo(route, body, attempt.key);
      kept.value = answer === null ? attempt.key : null;
      // Whoever presses twice before the next page is there has done it once.
      attempt.done = true;
      if (store !== null) localStorage.removeItem(store);
      return answer;
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error;
      errors.value = messages(error.errors.filter((e) => e.path !== ''));
      if (error.code !== 'bad-input' || error.errors.length === 0 || error.errors.some((e) => e.path === '')) problem.value = error;
      // A refused request did nothing; the next one is another.
      if (error.status !== 0) attempt = null;
      showFirstError();
      return null;
    } finally {
      sending.value = false;
    }
  }

  return reactive({ values, errors, problem, sending, kept, send, reset }) as Form<V, Sent<R>>;
}

function readDraft(store: string | null): object {
  if (store === null) return {};
  try {
    return JSON.parse(localStorage.getItem(store) ?? '{}') as object;
  } catch {
    return {};
  }
}

/** What is wrong with what was typed, by field; empty where `does` goes through. */
export function inputErrors(does: () => void): Readonly<Record<string, string>> {
  try {
    does();
    return {};
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    return messages(error.errors);
  }
}

/** Text of a number field: null when empty; throws an InputError that names the field when it is no number. */
export function numberOf(path: string, text: string | number | null | undefined): number | null {
  const trimmed = String(text ?? '').trim();
  if (trimmed === '') return null;
  // "1/4", "1 1/2", "½".
  if (/[/½¼¾⅓⅔⅛⅜⅝⅞]/.test(trimmed)) {
    const fraction = readNumber(trimmed);
    if (fraction !== null) return fraction;
  }
  // A comma may be a decimal comma; two of them, or one before three digits, cannot be told from thousands.
  const plain = /^-?\d+,\d{1,2}$/.test(trimmed) ? trimmed.replace(',', '.') : trimmed.replace(/[\s ]/g, '');
  const value = Number(plain);
  if (!/^[-+]?(\d+\.?\d*|\.\d+)$/.test(plain) || !Number.isFinite(value))
    throw wrong(path, `"${trimmed.slice(0, 20)}" is not a number; write 12, 0.5 or 1/4`);
  return value;
}

/** A percentage typed as 0 to 100, as a share. */
export function shareOf(path: string, text: string | number | null | undefined): number | null {
  const value = numberOf(path, String(text ?? '').replace('%', ''));
  if (value === null) return null;
  if (value < 0 || value > 100) throw wrong(path, 'must be a percentage from 0 to 100');
  return value / 100;
}

/** Gathers the InputErrors of several conversions, so that every wrong field is named at once. */
export function gather<T extends Record<string, () => unknown>>(fields: T): { [K in keyof T]: ReturnType<T[K]> } {
  const out: Record<string, unknown> = {};
  const errors: FieldError[] = [];
  for (const [key, convert] of Object.entries(fields)) {
    try {
      out[key] = convert();
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      errors.push(...error.errors);
    }
  }
  if (errors.length > 0) throw new InputError(errors);
  return out as { [K in keyof T]: ReturnType<T[K]> };
}
