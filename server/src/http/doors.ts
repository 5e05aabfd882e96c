import { hostname, networkInterfaces } from 'node:os';
import type { Request, RequestHandler } from 'express';
import { Problem } from '../problem.ts';

/** Names under which a machine reaches itself. */
const LOOPBACK = ['localhost', '127.0.0.1', '[::1]'];

/** The names and addresses of this machine, as they are now: a lease on an address ends. */
function ownNames(): Set<string> {
  const name = hostname().toLowerCase();
  const addresses = Object.values(networkInterfaces()).flatMap((list) =>
    (list ?? []).map((a) => (a.family === 'IPv6' ? `[${a.address.split('%')[0] ?? ''}]` : a.address)),
  );
  return new Set([...LOOPBACK, name, `${name}.local`, ...addresses]);
}

/** The name in a Host or Origin, without its port; null where it is none. */
function nameOf(host: string): string | null {
  try {
    return new URL(`http://${host}`).hostname.toLowerCase().replace(/\.$/, '');
  } catch {
    return null;
  }
}

/** Whether a Host is a name by which a machine reaches itself. */
export const isLoopbackName = (host: string): boolean => LOOPBACK.includes(nameOf(host) ?? '');

const refuse = (what: string): Problem => new Problem('not-allowed-host', what);

/**
 * Serves only those who asked for the library by a name of its own: a page of another site that has its name lead here (DNS rebinding)
 * would otherwise be served as if it were this one.
 */
export function ownHosts(more: readonly string[] = []): RequestHandler {
  const allowed = new Set(more.map((h) => nameOf(h.trim()) ?? '').filter((h) => h !== ''));
  return (request, _response, next) => {
    const { host } = request.headers;
    if (host === undefined || host === '') throw refuse('The request does not say whom it is for. Send it with a Host.');
    const name = nameOf(host);
    if (name === null || !(LOOPBACK.includes(name) || allowed.has(name) || ownNames().has(name))) {
      throw refuse(
        `This library is not called ${host.slice(0, 100)}. Whoever looks after it can add the name to ESPREL_HOSTS and start it again.`,
      );
    }
    next();
  };
}

/** Whether a browser says that a page of another site sends this. A program sends neither header, and is no browser. */
function fromElsewhere(request: Request): boolean {
  const site = request.get('Sec-Fetch-Site');
  if (site !== undefined && site !== 'same-origin' && site !== 'none') return true;
  const origin = request.get('Origin');
  return origin !== undefined && originHost(origin) !== request.headers.host;
}

function originHost(origin: string): string | null {
  try {
    return new URL(origin).host;
  } catch {
    return null;
  }
}

/** A page of another site may lead here by a link, but neither write nor have anything worked out through somebody's browser. */
export const fromOwnPages: RequestHandler = (request, _response, next) => {
  const reads = request.method === 'GET' || request.method === 'HEAD';
  const byLink = reads && request.get('Sec-Fetch-Mode') === 'navigate' && request.get('Sec-Fetch-Dest') === 'document';
  if (!byLink && fromElsewhere(request)) {
    throw refuse(`Requests from ${(request.get('Origin') ?? 'pages of other sites').slice(0, 100)} are not taken.`);
  }
  next();
};
