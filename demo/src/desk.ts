import { parse } from '@esprel/core';
import { Change, type ChangeRoute, type Db, routes } from '@esprel/server';

/**
 * A person at the desk of the demo library: does each step through the program's own routes, with their checks and
 * their journal, on the day on which it happened.
 */
export class Desk {
  private readonly db: Db;
  private readonly routes: readonly ChangeRoute[];
  private personId: number | null = null;

  constructor(db: Db) {
    this.db = db;
    this.routes = routes({ db }, () => undefined).filter((r): r is ChangeRoute => r.kind === 'change');
  }

  sit(personId: number): void {
    this.personId = personId;
  }

  /** Does one step on `day`; `path` as in the API. Throws what the API would answer. */
  do<T = { id: number }>(day: string, method: string, path: string, body: object): T & { readonly stepId: number } {
    return this.step(day, method, path, body, null);
  }

  /** The same by a member, on their own page. */
  asMember<T = { id: number }>(memberId: number, day: string, method: string, path: string, body: object): T & { readonly stepId: number } {
    return this.step(day, method, path, body, memberId);
  }

  private step<T>(day: string, method: string, path: string, body: object, memberId: number | null): T & { readonly stepId: number } {
    for (const route of this.routes) {
      if (route.method !== method) continue;
      const params = match(route.path, path);
      if (!params) continue;
      const checked = parse(route.schema, body);
      const change =
        memberId === null
          ? new Change(this.db, day, this.personId, route.step)
          : new Change(this.db, day, null, route.step, 'member', memberId);
      const answer = route.handle(change, { params, query: {}, body: checked });
      return { ...(answer as T), stepId: change.stepId };
    }
    throw new Error(`no route for ${method} ${path}`);
  }
}

function match(pattern: string, path: string): Record<string, string> | null {
  const want = pattern.split('/');
  const have = path.split('/');
  if (want.length !== have.length) return null;
  const params: Record<string, string> = {};
  for (let i = 0; i < want.length; i++) {
    const w = want[i] as string;
    const h = have[i] as string;
    if (w.startsWith(':')) params[w.slice(1)] = h;
    else if (w !== h) return null;
  }
  return params;
}
