import type { Request, RequestHandler } from 'express';
import { ApiError } from '../api-error';
import type { Devices } from '../devices';

const LOOPBACK = ['127.0.0.1', 'localhost', '[::1]'];

const forbidden = (message: string, where: string): ApiError =>
  new ApiError({
    kind: 'forbidden',
    message,
    where,
    hint: 'Open the program at the address it printed when it started.',
  });

/** True where a request comes from this very computer, by its connection: what it says of itself counts for nothing. */
export function isOwnComputer({ socket: { remoteAddress = '' } }: Pick<Request, 'socket'>): boolean {
  const address = remoteAddress.replace(/^::ffff:/, '');
  return address === '::1' || address.startsWith('127.');
}

/**
 * Refuses requests made under a name that is not this program's, and writes that come from another site's page:
 * a web page elsewhere must not reach a maker's shop through the browser.
 */
export function guardOrigin(names: () => readonly string[]): RequestHandler {
  return (request, _response, next) => {
    const host = request.headers.host ?? '';
    const name = host.replace(/:\d+$/, '');
    if (!LOOPBACK.includes(name) && !names().includes(name))
      throw forbidden('This address is not one the program answers to.', `Host: ${host}`);
    const { origin } = request.headers;
    if (origin !== undefined && origin !== `http://${host}` && origin !== `https://${host}`) {
      throw forbidden('Another site may not use this program.', `Origin: ${origin}`);
    }
    next();
  };
}

/**
 * Leads other devices from the plain port to the secure one, and answers them nothing else there: a key that goes over the network
 * unsealed could be read on its way.
 */
export const leadToSecure =
  (securePort: () => number | null, isOwn: (request: Request) => boolean): RequestHandler =>
  (request, response, next) => {
    const port = securePort();
    if (request.secure || isOwn(request) || port === null) return next();
    const name = (request.headers.host ?? '').replace(/:\d+$/, '');
    const secure = `https://${name}:${String(port)}${request.originalUrl}`;
    if (request.method === 'GET' && request.accepts(['json', 'html']) === 'html') return response.redirect(307, secure);
    throw new ApiError({
      kind: 'forbidden',
      message: 'This shop is open to other devices over a secure connection alone.',
      where: `http://${request.headers.host ?? ''}`,
      hint: `Open https://${name}:${String(port)}/ instead; http://${request.headers.host ?? ''}/trust says how this device comes to trust it.`,
    });
  };

const COOKIE = 'rapid-jig-device';
const YEAR_SECONDS = 31_536_000;

/** The cookie that lets a device in again: no script reads it, and no other site sends it. */
export const deviceCookie = (key: string, isSecure: boolean): string =>
  `${COOKIE}=${key}; Path=/; HttpOnly; SameSite=Strict; Max-Age=${String(YEAR_SECONDS)}${isSecure ? '; Secure' : ''}`;

function keyOf(request: Request): string {
  const pairs = (request.headers.cookie ?? '').split(';').map((pair) => pair.trim().split('='));
  return pairs.find(([name]) => name === COOKIE)?.[1] ?? '';
}

const unknownDevice = (): ApiError =>
  new ApiError({
    kind: 'unknown-device',
    message: 'This device has not been let in yet.',
    where: 'this device',
    hint: 'Type the code that stands on the main computer, under Shop.',
  });

/**
 * Lets this computer in, and devices that were asked for the code once; others see nothing and write nothing. A device that is turned
 * out loses at once what it still listens to.
 */
export const guardDevices =
  (devices: Devices, isOwn: (request: Request) => boolean): RequestHandler =>
  (request, response, next) => {
    if (!isOwn(request)) {
      const key = keyOf(request);
      if (!devices.knows(key)) throw unknownDevice();
      const forget = devices.whenTurnedOut(key, () => response.destroy());
      response.on('close', forget);
    }
    next();
  };

/** What is done on the main computer alone; another device is told so in `message`. */
export const onlyHere =
  (isOwn: (request: Request) => boolean, message: string): RequestHandler =>
  (request, _response, next) => {
    if (isOwn(request)) next();
    else throw new ApiError({ kind: 'forbidden', message, where: 'this device', hint: 'Open Shop there.' });
  };

/** The version in If-Match: `"3"`. A write without one is refused, so that nothing is overwritten unseen. */
export function versionOf(request: Request): number {
  const match = /^"(\d{1,9})"$/.exec(request.headers['if-match'] ?? '');
  if (match) return Number(match[1]);
  throw new ApiError({
    kind: 'version-missing',
    message: 'A write must say which version it changes.',
    where: 'If-Match',
    hint: 'Send If-Match with the version you read, or "0" for something new.',
  });
}
