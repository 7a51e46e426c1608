import { isIP } from 'node:net';
import forge from 'node-forge';

const { asn1 } = forge;

/** RFC 5280, 4.2.1.10. */
export const NAME_CONSTRAINTS = '2.5.29.30';

/** Kinds of a general name: RFC 5280, 4.2.1.6. */
const DNS_NAME = 2;
const IP_ADDRESS = 7;

/** Addresses that no other network has, with the bits that are theirs: RFC 1918, 3927, 4193, 4291, 6598, and of this computer itself. */
const PRIVATE: readonly (readonly [address: readonly number[], bits: number])[] = [
  [[10, 0, 0, 0], 8],
  [[172, 16, 0, 0], 12],
  [[192, 168, 0, 0], 16],
  [[169, 254, 0, 0], 16],
  [[100, 64, 0, 0], 10],
  [[127, 0, 0, 0], 8],
  [[0xfc, ...zeros(15)], 7],
  [[0xfe, 0x80, ...zeros(14)], 10],
  [[...zeros(15), 1], 128],
];

function zeros(count: number): number[] {
  return Array.from({ length: count }, () => 0);
}

/** A name or address as a certificate has it. */
export const altName = (name: string) =>
  isIP(name) === 0 ? { type: DNS_NAME, value: name } : { type: IP_ADDRESS, ip: name };

const sequence = (parts: forge.asn1.Asn1[]): forge.asn1.Asn1 =>
  asn1.create(asn1.Class.UNIVERSAL, asn1.Type.SEQUENCE, true, parts);

const subtree = (type: number, bytes: readonly number[]): forge.asn1.Asn1 =>
  sequence([asn1.create(asn1.Class.CONTEXT_SPECIFIC, type, false, String.fromCharCode(...bytes))]);

/** The mask of so many bits over so many bytes. */
const mask = (bytes: number, bits: number): number[] =>
  Array.from({ length: bytes }, (_none, i) => 0xff & ~(0xff >> Math.max(0, Math.min(8, bits - 8 * i))));

/** Of both kinds of address; its types leave it out. */
const { bytesFromIP } = forge.util as unknown as { readonly bytesFromIP: (address: string) => string };
const bytesOf = (address: string): number[] => [...Buffer.from(bytesFromIP(address), 'binary')];

/** What an authority may sign: these names and addresses, and any private address. The value of its extension. */
export function nameConstraints(names: readonly string[]): forge.asn1.Asn1 {
  const subtrees = [
    ...names.map((name) => {
      if (isIP(name) === 0) return subtree(DNS_NAME, [...Buffer.from(name, 'ascii')]);
      const address = bytesOf(name);
      return subtree(IP_ADDRESS, [...address, ...mask(address.length, 8 * address.length)]);
    }),
    ...PRIVATE.map(([address, bits]) => subtree(IP_ADDRESS, [...address, ...mask(address.length, bits)])),
  ];
  return sequence([asn1.create(asn1.Class.CONTEXT_SPECIFIC, 0, true, subtrees)]);
}

/** Whether an authority may sign a name or an address, the names below its own not; null where its certificate sets no limits. */
export function permissionOf(certificate: forge.pki.Certificate): ((name: string) => boolean) | null {
  const extension = certificate.getExtension({ id: NAME_CONSTRAINTS } as never) as { readonly value: string } | null;
  if (!extension) return null;
  const permitted = partsOf(partsOf(asn1.fromDer(extension.value))[0]).flatMap((one) => partsOf(one));
  const of = (kind: number): string[] =>
    permitted.flatMap(({ type, value }) => (Number(type) === kind && typeof value === 'string' ? [value] : []));
  const names = of(DNS_NAME);
  const ranges = of(IP_ADDRESS).map((bytes) => [...Buffer.from(bytes, 'binary')]);
  const isWithin = (address: readonly number[]) => (range: readonly number[]) =>
    range.length === 2 * address.length &&
    address.every((byte, i) => (byte & (range[address.length + i] ?? 0)) === range[i]);
  return (name) => (isIP(name) === 0 ? names.includes(name) : ranges.some(isWithin(bytesOf(name))));
}

const partsOf = (node: forge.asn1.Asn1 | undefined): readonly forge.asn1.Asn1[] =>
  node && Array.isArray(node.value) ? node.value : [];
