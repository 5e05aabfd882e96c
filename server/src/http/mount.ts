import { rmSync } from 'node:fs';
import express, { type Express, type Request, type Response } from 'express';
import { wrong } from '@esprel/core';
import type { Db } from '../db/db.ts';
import { FAULT_WORDS } from '../db/faults.ts';
import { fileIdentity } from '../db/libraryFile.ts';
import { isWrittenElsewhere } from '../db/writer.ts';
import { MAX_FILE_BYTES } from '../files/csv.ts';
import { Problem } from '../problem.ts';
import { FileAnswer, ReadyJson, type Route, SecretAnswer } from '../routing/route.ts';
import { admitted, carry } from './admit.ts';
import { answerChange, type ChangeCall } from './answerChange.ts';
import type { KeptAnswers } from './kept.ts';
import { receiveFile } from './receiveFile.ts';
import { changeInThread } from './runThread.ts';

const MOST_KEY_LENGTH = 200;

/** What every route is served with. */
export interface Around {
  readonly db: Db;
  readonly today: () => string;
  readonly kept: KeptAnswers;
  readonly afterChange: (route: Route) => void;
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
  /** Throws where whoever sends it may not call this. */
  const reader = (request: Request) => {
    const { by, visit } = admitted(request, route.who);
    return { db, today: today(), by, visit };
  };
  if (route.kind === 'read') {
    app.get(path, async (request, response) => {
      const asker = reader(request);
      const make = () => route.handle(asker, { ...asked(request), body: undefined });
      const answer = route.kept ? await kept.answer(request, response, today(), make) : await make();
      if (answer === null && route.kept) response.status(304).end();
      else sendAnswer(response, answer, route.type);
    });
    return;
  }
  if (route.kind === 'upload') {
    app.post(path, express.raw({ limit: MAX_FILE_BYTES, type: () => true }), async (request, response) => {
      const asker = reader(request);
      refuseGone();
      const body = Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0);
      sendAnswer(response, await route.handle(asker, { ...asked(request), body }));
    });
    return;
  }
  if (route.kind === 'large-upload') {
    app.post(path, async (request, response) => {
      const asker = reader(request);
      refuseGone();
      const file = await receiveFile(request);
      try {
        sendAnswer(response, await route.handle(asker, { ...asked(request), body: file }));
      } catch (error) {
        rmSync(file, { force: true });
        throw error;
      }
    });
    return;
  }
  if (route.kind === 'unrecorded') {
    app.post(path, async (request, response) => {
      const asker = reader(request);
      refuseGone();
      const body = (request.body ?? {}) as unknown;
      const answer = await route.handle(asker, { ...asked(request), body });
      if (answer instanceof SecretAnswer) carry(request, response, answer.carried);
      sendAnswer(response, answer instanceof SecretAnswer ? answer.answer : answer);
    });
    return;
  }
  app[route.method](path, async (request, response) => {
    const { by } = reader(request);
    const key = request.get('Idempotency-Key') ?? null;
    if (key !== null && key.length > MOST_KEY_LENGTH) {
      throw wrong('Idempotency-Key', `is too long; ${String(MOST_KEY_LENGTH)} characters at most`);
    }
    const body = (request.body ?? {}) as unknown;
    const call: ChangeCall = {
      key,
      where: `${request.method} ${request.path}`,
      by: {
        standing: by.standing,
        personId: by.personId,
        memberId: by.memberId,
        signInId: by.signInId,
        atOpenDesk: by.atOpenDesk,
      },
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
    afterChange(route);
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
  response.type(type);
  const { body } = file;
  if (typeof body === 'string' || Buffer.isBuffer(body)) response.send(body);
  else {
    response.sendFile(body.path, () => {
      rmSync(body.path, { force: true });
    });
  }
}

function send(response: Response, answer: { readonly status: number; readonly json: string }): void {
  response.status(answer.status).type('application/json').send(answer.json);
}
