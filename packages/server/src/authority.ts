import { createHash, createPrivateKey, generateKeyPair, randomBytes, X509Certificate } from 'node:crypto';
import { existsSync } from 'node:fs';
import { mkdir, readFile, rename, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { promisify } from 'node:util';
import forge from 'node-forge';
import { altName, nameConstraints, NAME_CONSTRAINTS, permissionOf } from './certificate-names';

/** What a server shows to be believed. PEM. */
export interface ServerCertificate {
  readonly key: string;
  readonly cert: string;
}

/** The shop's own authority: what it has signed is believed by a device that trusts it. */
export interface Authority {
  /** Its certificate, for devices to trust; its key never leaves this computer. PEM. */
  readonly authority: string;
  /** SHA-256 of the certificate, in pairs, to be compared by eye. */
  readonly fingerprint: string;
  /** Where an earlier authority was moved that could have signed any name; null where there was none. */
  readonly replaced: string | null;
  /** True of a name or address that it may sign. */
  maySign(name: string): boolean;
  /** A certificate for a server under these names (addresses too). Throws in words where it may not sign one. */
  certify(names: readonly string[], now: Date): Promise<ServerCertificate>;
}

const AUTHORITY_YEARS = 10;
/** Browsers refuse what is valid longer; it is made anew at each start and before it ends. */
export const SERVER_DAYS = 397;
/** An authority that ends sooner is told of at every start. */
const ENDS_SOON_DAYS = 60;
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
 * The authority that is kept in the folder; one is made where there is none, for the names and private addresses alone. Its key is
 * readable by its owner alone. Throws in words where its files are damaged, do not belong together, or have ended.
 */
export async function openAuthority(folder: string, names: readonly string[], now: Date): Promise<Authority> {
  await mkdir(folder, { recursive: true });
  const kept = await readAuthority(folder, now);
  const isOpenToAll = kept !== null && permissionOf(forge.pki.certificateFromPem(kept.cert)) === null;
  const replaced = isOpenToAll ? await setAside(folder) : null;
  const own = kept === null || isOpenToAll ? await makeAuthority(folder, names, now) : kept;
  const maySign = permissionOf(forge.pki.certificateFromPem(own.cert)) ?? (() => false);
  return {
    authority: own.cert,
    fingerprint: new X509Certificate(own.cert).fingerprint256,
    replaced,
    maySign,
    certify: (asked, at) => {
      const other = asked.find((name) => !maySign(name));
      return other === undefined ? certify(own, asked, at) : Promise.reject(notSigned(other, folder));
    },
  };
}

const notSigned = (name: string, folder: string): Error =>
  new Error(
    `The shop's authority may not sign the name ${name}. Take it out of RAPID_JIG_ALLOWED_HOSTS; or move ${folder} away, and let each device trust the shop anew.`,
  );

async function certify(own: ServerCertificate, names: readonly string[], now: Date): Promise<ServerCertificate> {
  const issuer = forge.pki.certificateFromPem(own.cert);
  const keys = await newKeys();
  const cert = certificate(keys.publicKey, { from: now, days: SERVER_DAYS, until: issuer.validity.notAfter });
  cert.setSubject([{ name: 'commonName', value: 'Rapid Jig' }]);
  cert.setIssuer(issuer.subject.attributes);
  cert.setExtensions([
    { name: 'basicConstraints', cA: false, critical: true },
    { name: 'keyUsage', digitalSignature: true, keyEncipherment: true, critical: true },
    { name: 'extKeyUsage', serverAuth: true },
    { name: 'subjectAltName', altNames: names.map(altName) },
    { name: 'subjectKeyIdentifier' },
    { name: 'authorityKeyIdentifier', keyIdentifier: issuer.generateSubjectKeyIdentifier().getBytes() },
  ]);
  cert.sign(forge.pki.privateKeyFromPem(own.key), forge.md.sha256.create());
  return { key: keys.privateKey, cert: forge.pki.certificateToPem(cert) };
}

const KEY_FILE = 'authority.key.pem';
const CERT_FILE = 'authority.pem';

async function readAuthority(folder: string, now: Date): Promise<ServerCertificate | null> {
  const [keyFile, certFile] = [join(folder, KEY_FILE), join(folder, CERT_FILE)];
  if (!existsSync(certFile)) return null;
  const anew = `Restore it, or move ${folder} away to begin anew; then each device trusts the shop once more.`;
  if (!existsSync(keyFile)) throw new Error(`${keyFile} is missing: nothing can be signed without it. ${anew}`);
  const [key, cert] = await Promise.all([readFile(keyFile, 'utf8'), readFile(certFile, 'utf8')]);
  const read = <T>(file: string, of: () => T): T => {
    try {
      return of();
    } catch (error) {
      throw new Error(`${file} is damaged and cannot be read. ${anew}`, { cause: error });
    }
  };
  const x509 = read(certFile, () => new X509Certificate(cert));
  const isItsKey = x509.checkPrivateKey(read(keyFile, () => createPrivateKey(key)));
  if (!isItsKey) throw new Error(`${keyFile} is not the key of ${certFile}. ${anew}`);
  const daysLeft = (Date.parse(x509.validTo) - now.getTime()) / DAY_MS;
  const day = new Date(x509.validTo).toISOString().slice(0, 10);
  if (daysLeft <= 0) throw new Error(`${certFile} ended on ${day}, and no device believes it any more. ${anew}`);
  if (daysLeft < ENDS_SOON_DAYS) console.error(`${certFile} ends on ${day}. ${anew}`);
  return { key, cert };
}

/** Moves an authority away whose names have no limits. Returns where. */
async function setAside(folder: string): Promise<string> {
  const moved = join(folder, 'before-limits.pem');
  await rename(join(folder, CERT_FILE), moved);
  await rename(join(folder, KEY_FILE), join(folder, 'before-limits.key.pem'));
  return moved;
}

async function makeAuthority(folder: string, names: readonly string[], now: Date): Promise<ServerCertificate> {
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
    { id: NAME_CONSTRAINTS, critical: true, value: nameConstraints(names) },
  ]);
  cert.sign(forge.pki.privateKeyFromPem(keys.privateKey), forge.md.sha256.create());
  const made = { key: keys.privateKey, cert: forge.pki.certificateToPem(cert) };
  await writeFile(join(folder, KEY_FILE), made.key, { mode: 0o600 });
  await writeFile(join(folder, CERT_FILE), made.cert);
  return made;
}

function certificate(
  publicKey: string,
  valid: { readonly from: Date; readonly days: number; readonly until?: Date },
): forge.pki.Certificate {
  const cert = forge.pki.createCertificate();
  cert.publicKey = forge.pki.publicKeyFromPem(publicKey);
  // A leading zero keeps the number positive.
  cert.serialNumber = `00${randomBytes(15).toString('hex')}`;
  // A device's clock may be somewhat behind.
  cert.validity.notBefore = new Date(valid.from.getTime() - DAY_MS);
  const end = valid.from.getTime() + (valid.days - 1) * DAY_MS;
  cert.validity.notAfter = new Date(Math.min(end, valid.until?.getTime() ?? Infinity));
  return cert;
}
