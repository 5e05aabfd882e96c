import { CoreError, type FieldError, InputError } from '@esprel/core';
import { FAULT_WORDS, faultOf } from './db/faults.ts';

/** Every way in which a request can fail: code, HTTP status and title. docs/api.md lists the same. */
export const PROBLEMS = {
  'bad-input': { status: 400, title: 'Something in the input does not fit' },
  'not-json': { status: 400, title: 'The body is not JSON' },
  'not-allowed-host': { status: 403, title: 'This address does not belong to the library' },
  'sign-in-needed': { status: 401, title: 'Nobody is signed in here' },
  'wrong-sign-in': { status: 401, title: 'Name or passphrase is not right' },
  'not-allowed': { status: 403, title: 'You may not do this' },
  'not-found': { status: 404, title: 'There is no such thing here' },
  stale: { status: 409, title: 'Somebody changed this in the meantime' },
  blocked: { status: 409, title: 'As things stand this cannot be done' },
  'key-reused': { status: 409, title: 'This request key was used for something else' },
  'too-large': { status: 413, title: 'The body is too large' },
  device: { status: 503, title: 'A device at the desk needs a hand' },
  'disk-full': { status: 507, title: 'The disk is full' },
  'read-only': { status: 503, title: 'The library cannot be written to' },
  locked: { status: 503, title: 'Another program holds the library' },
  damaged: { status: 503, title: 'The library’s file is damaged' },
  'library-gone': { status: 503, title: 'The library’s file is not where it was' },
  disk: { status: 503, title: 'The disk fails' },
  busy: { status: 503, title: 'Something long is being written' },
  'too-much': { status: 422, title: 'This is too much at once' },
  'too-many': { status: 429, title: 'Too many at once' },
  internal: { status: 500, title: 'Something broke here; nothing was written' },
} as const;
type ProblemCode = keyof typeof PROBLEMS;

/** A failed request, answered as an RFC 9457 problem document. */
export class Problem extends Error {
  readonly code: ProblemCode;
  readonly errors: readonly FieldError[];
  readonly more: Readonly<Record<string, unknown>>;

  constructor(code: ProblemCode, detail: string, errors: readonly FieldError[] = [], more: Readonly<Record<string, unknown>> = {}) {
    super(detail);
    this.name = 'Problem';
    this.code = code;
    this.errors = errors;
    this.more = more;
  }

  asDocument(): Record<string, unknown> {
    const { status, title } = PROBLEMS[this.code];
    return {
      type: `urn:esprel:problem:${this.code}`,
      code: this.code,
      title,
      status,
      detail: this.message,
      ...(this.errors.length > 0 ? { errors: this.errors } : {}),
      ...this.more,
    };
  }
}

export const notFound = (what: string): Problem => new Problem('not-found', `${what} is not in this library.`);

/** What cannot be done as things stand, whatever is sent: the words say why, and what to do first. */
export const blocked = (why: string, more: Readonly<Record<string, unknown>> = {}): Problem => new Problem('blocked', why, [], more);

/** A change that was made from a version that is no more: both sides, so that whoever sent it can compare. */
export const stale = (version: number, current: number, theirs: object, yours: object): Problem =>
  new Problem(
    'stale',
    'Somebody changed this in the meantime. Compare both and send again what you still want.',
    [{ path: 'version', message: `is ${String(version)}, but the record is at ${String(current)}` }],
    { current: theirs, yours },
  );

/** Whatever was thrown, as what is answered. What nobody foresaw is answered without its words. */
export function problemOf(error: unknown): Problem {
  if (error instanceof Problem) return error;
  if (error instanceof InputError) return new Problem('bad-input', error.message, error.errors);
  if (error instanceof CoreError) return new Problem('bad-input', error.message, [{ path: error.field, message: error.message }]);
  const type = typeof error === 'object' && error !== null && 'type' in error ? String(error.type) : '';
  if (type === 'entity.too.large') return new Problem('too-large', 'The body is too large. Send it in parts.');
  const status = typeof error === 'object' && error !== null && 'status' in error ? Number(error.status) : 0;
  if (status === 404) return new Problem('not-found', 'There is no such file here.');
  // Broken JSON, a character set or a compression that is none or is broken: whatever reading a body says is the sender's.
  if (type !== '' || (status >= 400 && status < 500)) {
    return new Problem('not-json', 'The body could not be read as JSON.', [{ path: '', message: 'send JSON in UTF-8' }]);
  }
  const fault = faultOf(error);
  if (fault !== null) return new Problem(fault, FAULT_WORDS[fault]);
  if (error instanceof URIError) return new Problem('not-found', 'The address could not be read.');
  return new Problem('internal', 'Something broke here; nothing was written. Try again, and tell whoever looks after this machine.');
}

/** A Problem as plain data, so that it can come from another thread. */
export interface PlainProblem {
  readonly code: ProblemCode;
  readonly detail: string;
  readonly errors: Problem['errors'];
  readonly more: Problem['more'];
}

export function problemFrom(plain: PlainProblem | undefined): Problem {
  if (!plain) return new Problem('internal', 'Something broke here; nothing was written.');
  return new Problem(plain.code, plain.detail, plain.errors, plain.more);
}

export function plainProblem({ code, message, errors, more }: Problem): PlainProblem {
  return { code, detail: message, errors, more };
}
