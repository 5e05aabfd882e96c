import express, { type Express, type Request, type Response } from 'express';
import { wrong } from '@esprel/core';
import type { Db } from '../db/db.ts';
import { FAULT_WORDS } from '../db/faults.ts';
import { fileIdentity } from '../db/libraryFile.ts';
import { isWrittenElsewhere } from '../db/writer.ts';
import { MAX_FILE_BYTES } from '../files/csv.ts';
import { Problem } from '../problem.ts';
import { FileAnswer, ReadyJson, type Route } from '../routing/route.ts';
import { answerChange, type ChangeCall } from './answerChange.ts';
import type { KeptAnswers } from './kept.ts';
import { changeInThread } from './runThread.ts';

const MOST_KEY_LENGTH = 200;

/** Whose work it is: the person at the desk, where one was chosen. */
function personOf(request: Request): number | null {
  const person = Number(request.get('X-Esprel-Person') ?? '');
  return Number.isInteger(person) && person > 0 ? person : null;
}

/** What every route is served with. */
export interface Around {
  readonly db: Db;
  readonly today: () => string;
  readonly kept: KeptAnswers;
  readonly afterChange: () => void;
  /** Throws where the library's file is not the one that was opened. */
  readonly refuseGone: () => void;
}

/** What is written to a file that has no name any more is lost with the program: such a library takes nothing. */
export function fileGuard(db: Db): () => void {
  if (db.memory) return () => undefined;
  const opened = fileIdentity(db.name);
  return () => {
    if (fileIdentity(db.name) !== opened) throw new Problem('library-gone', FAULT_WORDS['library-gone']);
  };
}

/** Serves a route of the table under its address. */
export function mount(app: Express, route: Route, { db, today, kept, afterChange, refuseGone }: Around): void {
  const path = `/api${route.path}`;
  const asked = (request: Request) => ({ params: request.params as Record<string, string>, query: request.query });
  const reader = () => ({ db, today: today() });
  if (route.kind === 'read') {
    app.get(path, async (request, response) => {
      const make = () => route.handle(reader(), { ...asked(request), body: undefined });
      const answer = route.kept ? await kept.answer(request, response, today(), make) : await make();
      if (answer === null && route.kept) response.status(304).end();
      else sendAnswer(response, answer, route.type);
    });
    return;
  }
  if (route.kind === 'upload') {
    app.post(path, express.raw({ limit: MAX_FILE_BYTES, type: () => true }), async (request, response) => {
      refuseGone();
      const body = Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0);
      sendAnswer(response, await route.handle(reader(), { ...asked(request), body }));
    });
    return;
  }
  if (route.kind === 'unrecorded') {
    app.post(path, async (request, response) => {
      refuseGone();
      const body = (request.body ?? {}) as unknown;
      sendAnswer(response, await route.handle(reader(), { ...asked(request), body, personId: personOf(request) }));
    });
    return;
  }
  app[route.method](path, async (request, response) => {
    const key = request.get('Idempotency-Key') ?? null;
    if (key !== null && key.length > MOST_KEY_LENGTH) {
      throw wrong('Idempotency-Key', `is too long; ${String(MOST_KEY_LENGTH)} characters at most`);
    }
    const body = (request.body ?? {}) as unknown;
    const call: ChangeCall = {
      key,
      where: `${request.method} ${request.path}`,
      personId: personOf(request),
      params: request.params as Record<string, string>,
      query: request.query,
      body,
    };
    refuseGone();
    if (isWrittenElsewhere(db)) {
      throw new Problem(
        'busy',
        'A file is being written into the library just now. What you sent is not lost; it is sent again in a moment.',
      );
    }
    // A library in memory cannot be opened by a second thread.
    const answer =
      !db.memory && route.long?.(db, call.params) ? await changeInThread(db, today(), route, call) : answerChange(db, today(), route, call);
    send(response, answer);
    afterChange();
  });
}

function sendAnswer(response: Response, answer: unknown, type = 'application/json'): void {
  if (answer instanceof FileAnswer) sendFile(response, answer, type);
  else if (answer instanceof ReadyJson) response.type('application/json').send(answer.json);
  else response.json(answer);
}

function sendFile(response: Response, file: FileAnswer, type: string): void {
  if (file.saveAs !== null) response.attachment(file.saveAs);
  if (file.keepSeconds > 0) response.set('Cache-Control', `max-age=${String(file.keepSeconds)}`);
  response.type(type).send(file.body);
}

function send(response: Response, answer: { readonly status: number; readonly json: string }): void {
  response.status(answer.status).type('application/json').send(answer.json);
}
