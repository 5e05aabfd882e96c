import { parse as parseCookies } from 'cookie';
import type { Request, RequestHandler, Response } from 'express';
import { type Caller, mayCall } from '@esprel/core';
import { callerOf, type Known } from '../access/caller.ts';
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

/** Over https nobody but this very host may set the cookie of this name. */
const cookieName = (request: Request): string => (request.secure ? '__Host-esprel' : 'esprel');

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

/** Addresses that nobody has to sign in for; every route behind them says so itself. */
const FOR_ANYONE = /^\/(access|health|openapi\.json|calc|calendars)(\/|$)/;

/** Finds out who sends a request, before anything of it is read; those who may do nothing here are sent away at once. */
export function knowsSender(db: Db): RequestHandler {
  return (request, _response, next) => {
    const visit = visitOf(request);
    const claimed = Number(request.get('X-Esprel-Person') ?? '');
    const by = callerOf(db, {
      local: visit.local,
      secret: visit.secret,
      claimed: Number.isInteger(claimed) && claimed > 0 ? claimed : null,
    });
    senders.set(request, { by, visit });
    if (by.standing === 'nobody' && (by.state === 'closed' ? !request.path.startsWith('/access') : !FOR_ANYONE.test(request.path))) {
      throw refused(by, 'desk');
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
  if (by.standing === 'nobody') return new Problem('sign-in-needed', 'Sign in first.');
  return new Problem('not-allowed', who === 'coordinator' ? 'Only a coordinator may do this. Ask one to.' : 'This is not for you to see.');
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
