import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import express, {
  type ErrorRequestHandler,
  type Express,
  type Request,
  type RequestHandler,
  type Response,
} from 'express';
import compression from 'compression';
import helmet from 'helmet';
import { pinoHttp } from 'pino-http';
import type { Logger } from 'pino';
import { CORE_VERSION } from '@rapid-jig/core';
import type { ApiFault, Health } from '@rapid-jig/contract';
import type { BackupPlace } from '../db/backup';
import type { Database } from '../db/database';
import type { Heavy } from '../heavy/pool';
import { isDiskFull } from '../db/faults';
import { ApiError } from '../api-error';
import type { Authority } from '../authority';
import type { Devices } from '../devices';
import type { Way } from '../network';
import { apiDocs } from './api-docs';
import { guardDevices, guardOrigin, leadToSecure } from './guards';
import { apiRoutes } from './routes';
import { backupRoutes } from './routes/backups';
import { deviceRoutes } from './routes/devices';
import { trustRoutes } from './trust';

/** One shop served by the program: the maker's own at `/`, the demo at `/demo`. */
export interface ServedShop {
  readonly base: '' | '/demo';
  readonly db: Database;
  /** Where its backups are kept; null where it has none of its own. */
  readonly backups: BackupPlace | null;
}

export interface AppOptions {
  readonly shops: readonly ServedShop[];
  readonly clock: () => Date;
  readonly logger: Logger;
  /** Does what takes long, off the thread that answers. */
  readonly heavy: Heavy;
  /** Folder of the built web app; null to serve the API alone. */
  readonly webRoot: string | null;
  /** Names beside the loopback ones that requests may be made under. */
  readonly hosts: () => readonly string[];
  readonly devices: Devices;
  /** How devices of the local network come in; no addresses while only this computer is listened to. */
  readonly way: () => Way;
  /** The shop's own, where there are secure pages. */
  readonly authority: Authority | null;
  /** Of the secure pages; null where there are none. */
  readonly securePort: () => number | null;
  /** Which requests are this computer's own. */
  readonly isOwn: (request: Request) => boolean;
  /** Aborted when the program stops. */
  readonly stopping: AbortSignal;
}

export function createApp(options: AppOptions): Express {
  const { shops, clock, logger, heavy, webRoot, hosts, devices, way, authority, securePort, isOwn, stopping } = options;
  const app = express();
  app.disable('x-powered-by');
  app.use(securityHeaders());
  app.use(guardOrigin(hosts));
  app.use(logRequests(logger));
  // On this computer itself packing takes longer than sending.
  app.use(
    compression({ filter: (asked: Request, answer: Response) => !isOwn(asked) && compression.filter(asked, answer) }),
  );
  if (authority) app.use('/trust', trustRoutes(authority));
  app.use(leadToSecure(securePort, isOwn));
  const build = webRoot === null ? null : buildIn(webRoot);
  for (const { base, db, backups: place } of shops) {
    const health: Health = { status: 'ok', database: base === '' ? 'own' : 'demo', version: CORE_VERSION };
    app.use(`${base}/api/devices`, deviceRoutes(devices, way, isOwn));
    app.use(`${base}/api`, guardDevices(devices, isOwn));
    app.get(`${base}/api/health`, (_request, response) => void response.json(health));
    app.get(`${base}/api/docs`, (_request, response) => void response.json(apiDocs()));
    app.use(`${base}/api/backups`, backupRoutes({ place, heavy, clock, isOwn }));
    app.use(`${base}/api`, apiRoutes({ db, clock, logger, heavy, build, stopping }));
  }
  if (webRoot !== null) serveWeb(app, webRoot, shops);
  app.use(answerFaults(logger));
  return app;
}

/** The app loads nothing from elsewhere; styles are made at run time by its component library. */
const securityHeaders = (): RequestHandler =>
  helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'self'"],
        // The solver that cuts dowels is WebAssembly.
        scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
        styleSrc: ["'self'", "'unsafe-inline'"],
        imgSrc: ["'self'", 'data:', 'blob:'],
        objectSrc: ["'none'"],
        baseUri: ["'none'"],
        frameAncestors: ["'none'"],
      },
    },
    strictTransportSecurity: false,
  });

/** One line a request; what a header may hold (a device's key) is not kept. */
const logRequests = (logger: Logger): RequestHandler =>
  pinoHttp({
    logger,
    serializers: { req: ({ method, url }: Request) => ({ method, url }), res: ({ statusCode }) => ({ statusCode }) },
  });

/** The script that the page loads: it has another name in each build. */
function buildIn(webRoot: string): string | null {
  const page = pageIn(webRoot);
  if (!existsSync(page)) throw new Error(`the web app is not built: ${page} is missing; run npm run build`);
  return /src="(\/assets\/[^"]+\.js)"/.exec(readFileSync(page, 'utf8'))?.[1] ?? null;
}

const pageIn = (webRoot: string): string => join(webRoot, 'index.html');

function serveWeb(app: Express, webRoot: string, shops: readonly ServedShop[]): void {
  const page = pageIn(webRoot);
  app.use('/assets', express.static(join(webRoot, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }));
  app.use(express.static(webRoot, { index: false }));
  const [first] = shops;
  app.get('/{*path}', (request, response, next) => {
    const served = shops.some(
      ({ base }) => base === '' || request.path === base || request.path.startsWith(`${base}/`),
    );
    if (served) response.sendFile(page);
    else if (first) response.redirect(`${first.base}/`);
    else next();
  });
}

/** Turns whatever was thrown into the one error shape. What nobody foresaw goes to the log, not to the client. */
function answerFaults(logger: Logger): ErrorRequestHandler {
  return (error: unknown, request, response, next) => {
    if (response.headersSent) {
      next(error);
      return;
    }
    const known = error instanceof ApiError ? error : isDiskFull(error) ? DISK_FULL : fromExpress(error);
    if (!known) logger.error({ err: error, method: request.method, url: request.originalUrl }, 'unexpected fault');
    response.status(known?.status ?? 500).json(known?.fault ?? UNEXPECTED);
  };
}

const UNEXPECTED: ApiFault = {
  kind: 'unexpected',
  message: 'Something went wrong in the program itself; nothing was changed.',
  where: 'the server',
  hint: 'Try again. If it stays so, look at the end of the log.',
};

const DISK_FULL = new ApiError({
  kind: 'disk-full',
  message: 'The disk of the computer that runs the program is full.',
  where: 'the folder of the shop',
  hint: 'Make room there. What you changed is kept in this browser and sent when there is.',
});

/** What the body parser and the file server throw. */
function fromExpress(error: unknown): ApiError | null {
  if (!(error instanceof Error) || !('status' in error)) return null;
  const type = 'type' in error ? String(error.type) : '';
  if (type === 'entity.too.large') {
    return new ApiError({
      kind: 'too-large',
      message: 'This is too large to be taken.',
      where: 'the body',
      hint: 'Send less at once.',
    });
  }
  if (error.status === 404) {
    return new ApiError({
      kind: 'not-found',
      message: 'There is nothing here.',
      where: 'the address',
      hint: 'Go back to the start page.',
    });
  }
  if (typeof error.status === 'number' && error.status < 500) {
    return new ApiError({
      kind: 'invalid-request',
      message: 'The request cannot be read.',
      where: type || 'the request',
      hint: 'Send well-formed JSON.',
    });
  }
  return null;
}
