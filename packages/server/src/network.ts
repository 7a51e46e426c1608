import { networkInterfaces } from 'node:os';
import { toString as qrCode } from 'qrcode';
import type { LocalNetwork } from '@rapid-jig/contract';
import type { Authority } from './authority';
import type { Listening } from './listen';

const LOOPBACK = ['127.0.0.1', 'localhost', '::1'];

/** Names of this computer on the local network; none where it listens to itself alone. */
export const networkNames = (host: string): string[] =>
  LOOPBACK.includes(host)
    ? []
    : Object.values(networkInterfaces())
        .flatMap((addresses = []) => addresses)
        .filter(({ family, internal }) => family === 'IPv4' && !internal)
        .map(({ address }) => address);

export type Way = Pick<LocalNetwork, 'addresses' | 'trust'>;

/** Secure addresses where there are certificates; a device comes to trust them on a page that is not. */
export function wayOf(
  names: readonly string[],
  path: string,
  listening: Listening | null,
  authority: Authority | null,
): Way {
  const [first] = names;
  if (!listening || first === undefined) return { addresses: [], trust: null };
  const { port, securePort } = listening;
  const scheme = securePort === null ? 'http' : 'https';
  return {
    addresses: names.map((name) => `${scheme}://${name}:${String(securePort ?? port)}${path}`),
    trust: authority && {
      address: `http://${first}:${String(port)}/trust`,
      fingerprint: authority.fingerprint,
    },
  };
}

/** For the tablet beside the saw: where to go, as letters and as a picture for its camera, and the code it is asked for. */
export async function tellNetwork({ addresses, trust }: Way, code: string): Promise<void> {
  const [first] = addresses;
  if (first === undefined) return;
  console.log(`On the local network: ${addresses.join('  ')}`);
  console.log(await qrCode(first, { type: 'terminal', small: true }));
  if (trust)
    console.log(`A device trusts this shop once: ${trust.address} tells how. Fingerprint ${trust.fingerprint}`);
  else
    console.log(
      'Pages there open only while this runs, and screens may go dark: npm start -- --lan --https mends both.',
    );
  console.log(`A new device is asked for this code: ${code} (it also stands under Shop)`);
}
