import { expect, test } from '@jest/globals';
import { mkdtemp, rm, stat } from 'node:fs/promises';
import { createServer, request } from 'node:https';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openAuthority } from './authority';

/** What Node's own TLS makes of a server: its answer, or why it is not believed. */
const asked = (port: number, host: string, ca: string): Promise<string> =>
  new Promise((resolve) => {
    const sent = request(
      { host: '127.0.0.1', port, servername: host, headers: { host }, ca, agent: false },
      (answer) => {
        answer.resume().on('end', () => resolve(String(answer.statusCode)));
      },
    );
    sent.on('error', (error: NodeJS.ErrnoException) => resolve(error.code ?? error.message));
    sent.end();
  });

test('a device that trusts the authority believes the server under its names and no other; the authority is kept', async () => {
  const folder = await mkdtemp(join(tmpdir(), 'rapid-jig-'));
  const now = new Date();
  const first = await openAuthority(folder, ['localhost', 'shop.test', '127.0.0.1'], now);
  const server = createServer({ key: first.key, cert: first.cert }, (_request, response) => response.end());
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const { port } = server.address() as AddressInfo;
  expect(await asked(port, 'shop.test', first.authority)).toBe('200');
  expect(await asked(port, 'elsewhere.test', first.authority)).toBe('ERR_TLS_CERT_ALTNAME_INVALID');
  const again = await openAuthority(folder, ['shop.test'], now);
  expect([again.authority, again.fingerprint]).toEqual([first.authority, first.fingerprint]);
  const other = await openAuthority(join(folder, 'other'), ['shop.test'], now);
  expect(await asked(port, 'shop.test', other.authority)).toBe('UNABLE_TO_VERIFY_LEAF_SIGNATURE');
  expect((await stat(join(folder, 'authority.key.pem'))).mode & 0o077).toBe(0);
  server.close();
  await rm(folder, { recursive: true });
});
