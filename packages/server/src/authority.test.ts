import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { execFile } from 'node:child_process';
import { mkdtemp, readFile, rm, stat, writeFile } from 'node:fs/promises';
import { createServer, request } from 'node:https';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import forge from 'node-forge';
import { openAuthority, type ServerCertificate } from './authority';

let folder: string;
beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), 'rapid-jig-'));
});
afterEach(() => rm(folder, { recursive: true }));

const now = new Date();

/** What Node's own TLS makes of a server with this certificate: its answer, or why it is not believed. */
async function asked(shown: ServerCertificate, host: string, ca: string): Promise<string> {
  const server = createServer(shown, (_request, response) => response.end());
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const { port } = server.address() as AddressInfo;
  const answer = await new Promise<string>((resolve) => {
    const sent = request(
      { host: '127.0.0.1', port, servername: host, headers: { host }, ca, agent: false },
      (response) => {
        response.resume().on('end', () => resolve(String(response.statusCode)));
      },
    );
    // Node has no code of its own for a name that an authority may not sign.
    sent.on('error', ({ code, message }: NodeJS.ErrnoException) =>
      resolve(code === undefined || code === 'UNSPECIFIED' ? message : code),
    );
    sent.end();
  });
  await new Promise((ended) => server.close(ended));
  return answer;
}

test('a device that trusts the authority believes the server under its names and no other; the authority is kept', async () => {
  const first = await openAuthority(folder, ['localhost', 'shop.test'], now);
  const shown = await first.certify(['localhost', 'shop.test', '127.0.0.1'], now);
  expect(await asked(shown, 'shop.test', first.authority)).toBe('200');
  expect(await asked(shown, 'elsewhere.test', first.authority)).toBe('ERR_TLS_CERT_ALTNAME_INVALID');
  const again = await openAuthority(folder, ['shop.test'], now);
  expect([again.authority, again.fingerprint]).toEqual([first.authority, first.fingerprint]);
  const other = await openAuthority(join(folder, 'other'), ['shop.test'], now);
  expect(await asked(shown, 'shop.test', other.authority)).toBe('UNABLE_TO_VERIFY_LEAF_SIGNATURE');
  expect((await stat(join(folder, 'authority.key.pem'))).mode & 0o077).toBe(0);
});

test('what it signs stands before the strictest check there is', async () => {
  const { authority, certify } = await openAuthority(folder, ['localhost'], now);
  const { cert } = await certify(['localhost', '192.168.1.5', 'fd00::5'], now);
  await Promise.all([writeFile(join(folder, 'ca.pem'), authority), writeFile(join(folder, 'leaf.pem'), cert)]);
  const checked = (name: readonly string[]): Promise<{ stdout: string }> =>
    promisify(execFile)('openssl', [
      ...['verify', '-x509_strict', '-purpose', 'sslserver', ...name],
      ...['-CAfile', join(folder, 'ca.pem'), join(folder, 'leaf.pem')],
    ]);
  for (const name of [
    ['-verify_hostname', 'localhost'],
    ['-verify_ip', '192.168.1.5'],
    ['-verify_ip', 'fd00::5'],
  ])
    expect((await checked(name)).stdout).toContain('OK');
  await expect(checked(['-verify_ip', '192.168.1.6'])).rejects.toThrow('IP address mismatch');
});

test('its key in other hands signs nothing that a device believes but names of the shop and private addresses', async () => {
  const own = await openAuthority(folder, ['localhost', 'shop.test', '192.0.2.9'], now);
  await expect(own.certify(['bank.test'], now)).rejects.toThrow('may not sign the name bank.test');
  for (const name of ['shop.test', '192.0.2.9', '10.1.2.3', '172.31.0.1', '100.64.0.1', 'fe80::1'])
    expect(own.maySign(name)).toBe(true);
  for (const name of ['www.shop.test', '192.0.2.8', '172.32.0.1', '8.8.8.8', '2001:db8::1'])
    expect(own.maySign(name)).toBe(false);
  const key = forge.pki.privateKeyFromPem(await readFile(join(folder, 'authority.key.pem'), 'utf8'));
  const forged = async (altName: object): Promise<ServerCertificate> => {
    const { key: ownKey, cert } = await own.certify(['localhost'], now);
    const leaf = forge.pki.certificateFromPem(cert);
    leaf.setExtensions([
      ...leaf.extensions.filter((one) => (one as { name: string }).name !== 'subjectAltName'),
      { name: 'subjectAltName', altNames: [altName] },
    ]);
    leaf.sign(key, forge.md.sha256.create());
    return { key: ownKey, cert: forge.pki.certificateToPem(leaf) };
  };
  expect(await asked(await forged({ type: 2, value: 'shop.test' }), 'shop.test', own.authority)).toBe('200');
  for (const altName of [
    { type: 2, value: 'bank.test' },
    { type: 7, ip: '8.8.8.8' },
  ])
    expect(await asked(await forged(altName), 'bank.test', own.authority)).toContain('permitted subtree violation');
});

describe('what is wrong with its files is told at once, with what to do', () => {
  const reopened = () => openAuthority(folder, ['localhost'], now);
  const certFile = () => join(folder, 'authority.pem');
  const keyFile = () => join(folder, 'authority.key.pem');

  test('a missing key', async () => {
    await reopened();
    await rm(keyFile());
    await expect(reopened()).rejects.toThrow(/authority\.key\.pem is missing.*Restore it, or move/);
  });

  test.each([
    ['certificate', certFile],
    ['key', keyFile],
  ])('a damaged %s', async (_name, file) => {
    await reopened();
    await writeFile(file(), 'scrambled');
    await expect(reopened()).rejects.toThrow(`${file()} is damaged`);
  });

  test('the key of another', async () => {
    await reopened();
    await openAuthority(join(folder, 'other'), ['localhost'], now);
    await writeFile(keyFile(), await readFile(join(folder, 'other/authority.key.pem')));
    await expect(reopened()).rejects.toThrow('is not the key of');
  });

  test('one that has ended; and no server’s certificate outlives it', async () => {
    const years = (count: number): Date => new Date(now.getTime() + count * 365 * 86_400_000);
    const own = await reopened();
    const { cert } = await own.certify(['localhost'], years(9.9));
    const ends = (pem: string): Date => forge.pki.certificateFromPem(pem).validity.notAfter;
    expect(ends(cert)).toEqual(ends(own.authority));
    await expect(openAuthority(folder, ['localhost'], years(11))).rejects.toThrow(/ended on \d{4}-\d\d-\d\d/);
  });
});

test('an authority of an earlier version, that could sign any name, is set aside and told', async () => {
  const first = await openAuthority(folder, ['localhost'], now);
  const key = forge.pki.privateKeyFromPem(await readFile(join(folder, 'authority.key.pem'), 'utf8'));
  const open = forge.pki.certificateFromPem(first.authority);
  open.setExtensions(open.extensions.filter((one) => (one as { id: string }).id !== '2.5.29.30'));
  open.sign(key, forge.md.sha256.create());
  await writeFile(join(folder, 'authority.pem'), forge.pki.certificateToPem(open));
  const next = await openAuthority(folder, ['localhost'], now);
  expect(next.replaced).toBe(join(folder, 'before-limits.pem'));
  expect(next.fingerprint).not.toBe(first.fingerprint);
  expect((await openAuthority(folder, ['localhost'], now)).replaced).toBeNull();
});
