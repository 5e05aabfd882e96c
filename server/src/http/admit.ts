import { parse as parseCookies } from 'cookie';
import type { Request, RequestHandler, Response } from 'express';
import { type Caller, mayCall } from '@esprel/core';
import { callerOf, type Known } from '../access/caller.ts';
import { scriptBy } from '../access/scriptKeys.ts';
import type { Db } from '../db/db.ts';
import { Problem } from '../problem.ts';
import type { SecretAnswer, Visit } from '../routing/route.ts';
import { isLoopbackName } from './doors.ts';

/** Who sends each request that is being answered. */
const senders = new WeakMap<Request, { readonly by: Known; readonly visit: Visit }>();

const LOOPBACK_ADDRESS = /^(::1|(::ffff:)?127\.)/;

/**
 * Whether a request was made on the computer itself, by a name of its own. Whatever passes on what others send comes from this computer
 * too, so a request that says that it was passed on is none of these.
 */
function isLocal(request: Request): boolean {
  const passedOn = ['forwarded', 'x-forwarded-for', 'x-forwarded-host', 'x-forwarded-proto', 'x-real-ip', 'via'];
  return (
    LOOPBACK_ADDRESS.test(request.socket.remoteAddress ?? '') &&
    isLoopbackName(request.headers.host ?? '') &&
    !passedOn.some((header) => request.headers[header] !== undefined)
  );
}

/** Whether a request is for a member’s own page (`/api/my...`). */
const isToOwnPage = (request: Request): boolean => /^(\/api)?\/my(\/|\?|$)/.test(request.originalUrl);

/** Over https nobody but this very host may set the cookie of this name. A member’s page has one of its own. */
const cookieName = (request: Request): string => `${request.secure ? '__Host-' : ''}esprel${isToOwnPage(request) ? '-my' : ''}`;

function visitOf(request: Request): Visit {
  const local = isLocal(request);
  return {
    address: request.ip ?? '',
    device: (request.get('User-Agent') ?? '').slice(0, 200),
    local,
    private: local || request.secure,
    secret: parseCookies(request.headers.cookie ?? '')[cookieName(request)] ?? null,
  };
}

/** Addresses beside the routes of the contract that nobody has to sign in for. */
const BESIDE = ['/health', '/openapi.json', '/calc/:name'];

/** Addresses that nobody has to sign in for, by the contract. */
function forAnyone(routes: readonly { readonly path: string; readonly who: Caller }[]): RegExp {
  const open = [...BESIDE, ...routes.filter((r) => r.who === 'anyone').map((r) => r.path)];
  return new RegExp(`^(${open.map((p) => p.replaceAll('.', '\\.').replace(/:\w+/g, '[^/]*')).join('|')})/?$`);
}

/** Finds out who sends a request, before anything of it is read; those who may do nothing here are sent away at once. */
export function knowsSender(db: Db, routes: readonly { readonly path: string; readonly who: Caller }[]): RequestHandler {
  const open = forAnyone(routes);
  return (request, _response, next) => {
    const visit = visitOf(request);
    const claimed = Number(request.get('X-Esprel-Person') ?? '');
    const bearer = /^Bearer (\S+)$/.exec(request.get('Authorization') ?? '')?.[1];
    if (bearer !== undefined) {
      const script = scriptBy(db, bearer, new Date().toISOString().slice(0, 10));
      if (!script) throw new Problem('sign-in-needed', 'There is no such key, or it was ended. A coordinator makes another under Library.');
      if (request.method !== 'GET' && request.method !== 'HEAD') throw new Problem('not-allowed', 'A key only reads.');
      senders.set(request, { by: { ...script, state: 'signed-in', signIn: null }, visit });
      next();
      return;
    }
    const by = callerOf(db, {
      local: visit.local,
      secret: visit.secret,
      toOwnPage: isToOwnPage(request),
      claimed: Number.isInteger(claimed) && claimed > 0 ? claimed : null,
    });
    senders.set(request, { by, visit });
    if (by.standing === 'nobody' && (by.state === 'closed' ? !request.path.startsWith('/access') : !open.test(request.path))) {
      throw refused(by, isToOwnPage(request) ? 'member' : 'desk');
    }
    next();
  };
}

function refused(by: Known, who: Caller): Problem {
  if (by.state === 'closed') {
    return new Problem(
      'sign-in-needed',
      'This library lets nobody in over the network yet. On the computer that it runs on, somebody has to be made its coordinator first.',
    );
  }
  if (who === 'member')
    return new Problem(
      'sign-in-needed',
      'Nobody is signed in on this phone. Scan your card again; what you wrote stays on this phone until then.',
    );
  if (by.standing === 'nobody') return new Problem('sign-in-needed', 'Sign in first.');
  return new Problem(
    'not-allowed',
    who === 'coordinator' ? 'Only a coordinator may do this. Ask one to.' : 'You may not see this. Ask at the desk.',
  );
}

/** Who sends a request; throws a Problem where they may not call a route for these. */
export function admitted(request: Request, who: Caller): { readonly by: Known; readonly visit: Visit } {
  const sender = senders.get(request);
  if (!sender) throw new Error('a request came past the door');
  if (!mayCall(who, sender.by.standing)) throw refused(sender.by, who);
  return sender;
}

/** Gives the browser a secret to carry, or has it forget the one that it has. No script can read it, and no other site can have it sent along. */
export function carry(request: Request, response: Response, carried: SecretAnswer['carried']): void {
  const options = { httpOnly: true, sameSite: 'lax', secure: request.secure, path: '/' } as const;
  if (carried === null) response.clearCookie(cookieName(request), options);
  else response.cookie(cookieName(request), carried.secret, { ...options, expires: carried.endsAt });
}
