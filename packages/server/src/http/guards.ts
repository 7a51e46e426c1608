import type { NextFunction, Request, RequestHandler, Response } from 'express';
import { ApiError } from '../api-error';

const LOOPBACK = ['127.0.0.1', 'localhost', '[::1]'];

const forbidden = (message: string, where: string): ApiError =>
  new ApiError({
    kind: 'forbidden',
    message,
    where,
    hint: 'Open the program at the address it printed when it started.',
  });

/**
 * Refuses requests made under a name that is not this program's, and writes that come from another site's page:
 * a web page elsewhere must not reach a maker's shop through the browser.
 */
export function guardOrigin(extraHosts: readonly string[]): RequestHandler {
  const known = new Set([...LOOPBACK, ...extraHosts]);
  return (request: Request, _response: Response, next: NextFunction) => {
    const host = request.headers.host ?? '';
    const name = host.replace(/:\d+$/, '');
    if (!known.has(name)) throw forbidden('This address is not one the program answers to.', `Host: ${host}`);
    const { origin } = request.headers;
    if (origin !== undefined && origin !== `http://${host}` && origin !== `https://${host}`) {
      throw forbidden('Another site may not use this program.', `Origin: ${origin}`);
    }
    next();
  };
}

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
