import { createHash, timingSafeEqual } from 'node:crypto';
import { isIP } from 'node:net';
import { hostname } from 'node:os';
import type { RequestHandler } from 'express';
import { ApiError } from './errors';

/** A key shorter than this is guessed. */
export const SHORTEST_KEY = 12;
/** Wrong keys that an address may send before it has to wait, and for how long, ms. */
const TRIES = 10;
const WAIT = 5 * 60_000;

const nameOf = (host: string) =>
  host
    .replace(/:\d+$/, '')
    .replace(/^\[|\]$/g, '')
    .toLowerCase();

/**
 * Answers only to names of this machine: a foreign page whose name was turned to our address (rebinding) comes with
 * that name. Addresses as numbers can't be turned.
 */
export function knownHost(...others: string[]): RequestHandler {
  const own = hostname().toLowerCase();
  const known = new Set(['localhost', own, `${own}.local`, ...others.map(nameOf)]);
  return (request, _response, next) => {
    const host = request.get('host');
    if (host && (isIP(nameOf(host)) !== 0 || known.has(nameOf(host)))) return next();
    throw new ApiError(421, 'foreign-host', `This server is not “${String(host ?? '').slice(0, 80)}”.`);
  };
}

/** Writes are taken from our own pages only. */
export const sameOrigin: RequestHandler = (request, _response, next) => {
  const origin = request.get('origin');
  if (request.method === 'GET' || !origin) return next();
  const host = URL.canParse(origin) ? new URL(origin).host : undefined;
  if (host !== undefined && host === request.get('host')) return next();
  throw new ApiError(403, 'foreign-origin', `A page from ${origin.slice(0, 80)} may not change anything here.`);
};

const digest = (text: string) => createHash('sha256').update(text).digest();

/** Asks every request for the key; an address that sends wrong ones has to wait. `now` in ms. */
export function requireKey(key: string, now: () => number = Date.now): RequestHandler {
  const wanted = digest(key);
  const wrong = new Map<string, { count: number; until: number }>();
  return (request, response, next) => {
    const address = request.socket.remoteAddress ?? '';
    const tries = wrong.get(address);
    if (tries && tries.until <= now()) wrong.delete(address);
    else if (tries && tries.count >= TRIES) {
      const seconds = Math.ceil((tries.until - now()) / 1000);
      response.set('Retry-After', String(seconds));
      throw new ApiError(429, 'too-many-keys', `Too many wrong keys from here; try again in ${seconds} s.`);
    }
    const sent = request.get('authorization');
    const [, given = ''] = Buffer.from((sent ?? '').replace(/^Basic /, ''), 'base64')
      .toString()
      .split(/:(.*)/s);
    if (timingSafeEqual(digest(given), wanted)) {
      wrong.delete(address);
      return next();
    }
    if (sent) {
      const count = (wrong.get(address)?.count ?? 0) + 1;
      wrong.set(address, { count, until: now() + WAIT });
      request.log?.warn({ address, count }, 'wrong access key');
    }
    response.set('WWW-Authenticate', 'Basic realm="Young Shell"');
    throw new ApiError(401, 'key', 'This server asks for its access key.');
  };
}
