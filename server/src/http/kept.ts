import { randomBytes } from 'node:crypto';
import type { Request, Response } from 'express';
import type { Db } from '../db/db.ts';
import { libraryState } from '../db/state.ts';
import { FileAnswer, ReadyJson } from '../routing/route.ts';

/** What some desks look at between two changes; some tens of kilobytes each, a season more. */
const MOST_KEPT = 120;

/**
 * Answers that depend on nothing but the library and the day, kept until either changes. Whoever has the answer already is told so
 * (ETag and 304), which spares the work, the way and, in a calendar that asks every hour, a file.
 */
export class KeptAnswers {
  private state = '';
  private readonly answers = new Map<string, ReadyJson | FileAnswer>();
  /** Another run of the server may stand on another library, or an older copy of this. */
  private readonly run = randomBytes(6).toString('hex');

  /** `beside` is what else the answers go by, as a word: what is not in the library. */
  constructor(
    private readonly db: Db,
    private readonly beside: () => string = () => '',
  ) {}

  /** What `make` answers, or answered since the last change; null when `request` names the answer that it has. */
  async answer(request: Request, response: Response, today: string, make: () => unknown): Promise<ReadyJson | FileAnswer | null> {
    const state = `${this.run}-${libraryState(this.db)}-${today}-${this.beside()}`;
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
