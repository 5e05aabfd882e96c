import { randomBytes } from 'node:crypto';
import type { Request, Response } from 'express';
import { type Db, prepared } from '../db/db.ts';
import { FileAnswer, ReadyJson } from './route.ts';

/** A word that changes with every write to a library, by this connection or another. */
export function libraryState(db: Db): string {
  const others = db.pragma('data_version', { simple: true }) as number;
  const { n } = prepared(db, 'SELECT total_changes() AS n').get() as { readonly n: number };
  return `${String(others)}-${String(n)}`;
}

/** Pages of a season are large; a handful of years, filters and feeds is what a library looks at between two changes. */
const MOST_KEPT = 16;

/**
 * Answers that depend on nothing but the library and the day, kept until either changes. Whoever has the answer already is told so
 * (ETag and 304), which spares the work, the way and, in a calendar that asks every hour, a file.
 */
export class KeptAnswers {
  private state = '';
  private readonly answers = new Map<string, ReadyJson | FileAnswer>();
  /** Another run of the server may stand on another library, or an older copy of this. */
  private readonly run = randomBytes(6).toString('hex');

  constructor(private readonly db: Db) {}

  /** What `make` answers, or answered since the last change; null when `request` names the answer that it has. */
  async answer(request: Request, response: Response, today: string, make: () => unknown): Promise<ReadyJson | FileAnswer | null> {
    const state = `${this.run}-${libraryState(this.db)}-${today}`;
    const tag = `"${state}"`;
    const known = request.get('If-None-Match') === tag;
    const answer = known ? null : await this.keep(request.originalUrl, state, make);
    response.set('Cache-Control', 'no-cache').set('ETag', tag);
    return answer;
  }

  private async keep(address: string, state: string, make: () => unknown): Promise<ReadyJson | FileAnswer> {
    if (state !== this.state) {
      this.state = state;
      this.answers.clear();
    }
    const kept = this.answers.get(address);
    if (kept) return kept;
    const made = await make();
    const answer = made instanceof FileAnswer || made instanceof ReadyJson ? made : new ReadyJson(JSON.stringify(made));
    if (this.answers.size >= MOST_KEPT) this.answers.delete(this.answers.keys().next().value as string);
    // Made from this state; while it was made, another may have begun.
    if (state === this.state) this.answers.set(address, answer);
    return answer;
  }
}
