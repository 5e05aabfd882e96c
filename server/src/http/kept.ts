import { randomBytes } from 'node:crypto';
import type { Request, Response } from 'express';
import type { Db } from '../db/db.ts';
import { libraryState } from '../db/state.ts';
import { FileAnswer, ReadyJson } from '../routing/route.ts';

/** What some desks look at between two changes; some tens of kilobytes each, a season more. */
const MOST_KEPT = 120;
/** Bytes of all of them: a large library has pages of a megabyte. */
const MOST_BYTES = 8_000_000;

/**
 * Answers that depend on nothing but the library and the day, kept until either changes. Whoever has the answer already is told so
 * (ETag and 304), which spares the work, the way and, in a calendar that asks every hour, a file.
 */
export class KeptAnswers {
  private state = '';
  private readonly answers = new Map<string, ReadyJson | FileAnswer>();
  private bytes = 0;
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
      this.bytes = 0;
    }
    const kept = this.answers.get(address);
    if (kept) return kept;
    const made = await make();
    const answer = made instanceof FileAnswer || made instanceof ReadyJson ? made : new ReadyJson(JSON.stringify(made));
    // Made from this state; while it was made, another may have begun.
    if (state === this.state) this.put(address, answer);
    return answer;
  }

  private put(address: string, answer: ReadyJson | FileAnswer): void {
    this.bytes += sizeOf(answer) - sizeOf(this.answers.get(address));
    this.answers.set(address, answer);
    for (const [oldest, kept] of this.answers) {
      if (this.answers.size <= MOST_KEPT && this.bytes <= MOST_BYTES) return;
      this.answers.delete(oldest);
      this.bytes -= sizeOf(kept);
    }
  }
}

function sizeOf(answer: ReadyJson | FileAnswer | undefined): number {
  if (answer === undefined) return 0;
  if (answer instanceof ReadyJson) return answer.json.length;
  return typeof answer.body === 'string' || Buffer.isBuffer(answer.body) ? answer.body.length : 0;
}
