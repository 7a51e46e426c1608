import { createHash, generateKeyPair, randomBytes, X509Certificate } from 'node:crypto';
import { existsSync } from 'node:fs';
import { mkdir, readFile, writeFile } from 'node:fs/promises';
import { isIP } from 'node:net';
import { join } from 'node:path';
import { promisify } from 'node:util';
import forge from 'node-forge';

/** What a server needs to be believed by a device that trusts the shop's own authority. All PEM. */
export interface Certificates {
  readonly key: string;
  readonly cert: string;
  /** The authority's certificate, for devices to trust; its key never leaves this computer. */
  readonly authority: string;
  /** SHA-256 of the authority, in pairs, to be compared by eye. */
  readonly fingerprint: string;
}

const AUTHORITY_YEARS = 10;
/** Browsers refuse what is valid longer; it is made anew at each start. */
const SERVER_DAYS = 397;
const KEY_BITS = 2048;
const DAY_MS = 86_400_000;

interface KeyPair {
  readonly publicKey: string;
  readonly privateKey: string;
}

const newKeys = (): Promise<KeyPair> =>
  promisify(generateKeyPair)('rsa', {
    modulusLength: KEY_BITS,
    publicKeyEncoding: { type: 'spki', format: 'pem' },
    privateKeyEncoding: { type: 'pkcs8', format: 'pem' },
  });

/**
 * Certificates for a server under these names (addresses too), signed by the authority that is kept in the folder; one is
 * made where there is none. Its key is readable by its owner alone.
 */
export async function openAuthority(folder: string, names: readonly string[], now: Date): Promise<Certificates> {
  await mkdir(folder, { recursive: true });
  const own = (await readAuthority(folder)) ?? (await makeAuthority(folder, now));
  const keys = await newKeys();
  const issuer = forge.pki.certificateFromPem(own.cert);
  const cert = certificate(keys.publicKey, { from: now, days: SERVER_DAYS });
  cert.setSubject([{ name: 'commonName', value: 'Rapid Jig' }]);
  cert.setIssuer(issuer.subject.attributes);
  cert.setExtensions([
    { name: 'basicConstraints', cA: false, critical: true },
    { name: 'keyUsage', digitalSignature: true, keyEncipherment: true, critical: true },
    { name: 'extKeyUsage', serverAuth: true },
    { name: 'subjectAltName', altNames: names.map(altName) },
  ]);
  cert.sign(forge.pki.privateKeyFromPem(own.key), forge.md.sha256.create());
  return {
    key: keys.privateKey,
    cert: forge.pki.certificateToPem(cert),
    authority: own.cert,
    fingerprint: new X509Certificate(own.cert).fingerprint256,
  };
}

interface Authority {
  readonly key: string;
  readonly cert: string;
}

const KEY_FILE = 'authority.key.pem';
const CERT_FILE = 'authority.pem';

async function readAuthority(folder: string): Promise<Authority | null> {
  if (!existsSync(join(folder, CERT_FILE))) return null;
  const read = (file: string): Promise<string> => readFile(join(folder, file), 'utf8');
  return { key: await read(KEY_FILE), cert: await read(CERT_FILE) };
}

async function makeAuthority(folder: string, now: Date): Promise<Authority> {
  const keys = await newKeys();
  const cert = certificate(keys.publicKey, { from: now, days: 365 * AUTHORITY_YEARS });
  // Told apart from another shop's in a device's list.
  const mark = createHash('sha256').update(keys.publicKey).digest('hex').slice(0, 6);
  const name = [{ name: 'commonName', value: `Rapid Jig, shop ${mark}` }];
  cert.setSubject(name);
  cert.setIssuer(name);
  cert.setExtensions([
    { name: 'basicConstraints', cA: true, pathLenConstraint: 0, critical: true },
    { name: 'keyUsage', keyCertSign: true, cRLSign: true, critical: true },
    { name: 'subjectKeyIdentifier' },
  ]);
  cert.sign(forge.pki.privateKeyFromPem(keys.privateKey), forge.md.sha256.create());
  const made = { key: keys.privateKey, cert: forge.pki.certificateToPem(cert) };
  await writeFile(join(folder, KEY_FILE), made.key, { mode: 0o600 });
  await writeFile(join(folder, CERT_FILE), made.cert);
  return made;
}

function certificate(publicKey: string, valid: { readonly from: Date; readonly days: number }): forge.pki.Certificate {
  const cert = forge.pki.createCertificate();
  cert.publicKey = forge.pki.publicKeyFromPem(publicKey);
  // A leading zero keeps the number positive.
  cert.serialNumber = `00${randomBytes(15).toString('hex')}`;
  // A device's clock may be somewhat behind.
  cert.validity.notBefore = new Date(valid.from.getTime() - DAY_MS);
  cert.validity.notAfter = new Date(valid.from.getTime() + (valid.days - 1) * DAY_MS);
  return cert;
}

const DNS_NAME = 2;
const IP_ADDRESS = 7;
const altName = (name: string) => (isIP(name) === 0 ? { type: DNS_NAME, value: name } : { type: IP_ADDRESS, ip: name });
