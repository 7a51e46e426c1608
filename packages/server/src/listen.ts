import { createServer, type RequestListener, type Server } from 'node:http';
import { createServer as createSecureServer } from 'node:https';
import type { AddressInfo } from 'node:net';
import type { ServerCertificate } from './authority';
import type { Settings } from './settings';

/** The program while it listens. */
export interface Listening {
  readonly port: number;
  /** Null where there are no secure pages. */
  readonly securePort: number | null;
  /** Secure connections from now on see this certificate. */
  show(certificate: ServerCertificate): void;
  /** Takes nothing new, lets requests under way finish, and resolves when all is quiet. */
  stop(): Promise<void>;
}

/** How long a request may take to finish when the program stops. */
const STOP_GRACE_MS = 1500;

/** Listens, with a certificate to secure connections too. Throws in words where a port or an address cannot be had. */
export async function listen(
  app: RequestListener,
  { host, port, securePort }: Pick<Settings, 'host' | 'port' | 'securePort'>,
  certificate: ServerCertificate | null,
): Promise<Listening> {
  const plain = createServer(app);
  const secure = certificate && createSecureServer(certificate, app);
  const servers: Server[] = secure ? [plain, secure] : [plain];
  const stop = async (): Promise<void> => {
    const ends = servers.map((server) => new Promise((ended) => server.close(ended)));
    for (const server of servers) {
      server.closeIdleConnections();
      // A connection that is still held after that is cut.
      setTimeout(() => server.closeAllConnections(), STOP_GRACE_MS).unref();
    }
    await Promise.all(ends);
  };
  try {
    await opened(plain, port, host);
    if (secure) await opened(secure, securePort ?? 0, host);
  } catch (error) {
    await stop();
    throw error;
  }
  return {
    port: portOf(plain),
    securePort: secure && portOf(secure),
    show: (shown) => secure?.setSecureContext(shown),
    stop,
  };
}

// Listening to a port, a server has an address of this kind.
const portOf = (server: Server): number => (server.address() as AddressInfo).port;

const noAddress = (_port: string, host: string): string =>
  `${host} is no address of this computer. Set RAPID_JIG_HOST to one, or leave it out.`;

/** In words, by the system's code: why a port is not opened. */
const WHY_NOT_OPENED: Readonly<Record<string, (port: string, host: string) => string>> = {
  EADDRINUSE: (port) => `Port ${port} is taken. Stop the other program, or set RAPID_JIG_PORT to another port.`,
  EACCES: (port) => `Port ${port} is not for this user to open. Set RAPID_JIG_PORT to one above 1023.`,
  EADDRNOTAVAIL: noAddress,
  ENOTFOUND: noAddress,
};

function opened(server: Server, port: number, host: string): Promise<void> {
  return new Promise((resolve, reject) => {
    server.once('error', (error: NodeJS.ErrnoException) => {
      const words = WHY_NOT_OPENED[error.code ?? '']?.(String(port), host);
      reject(words === undefined ? error : new Error(words, { cause: error }));
    });
    server.listen(port, host, resolve);
  });
}
