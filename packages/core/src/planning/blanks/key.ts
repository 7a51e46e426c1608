import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';

/** JSON with the keys of every object in order, so that equal values give equal text. */
export const canonicalJson = (value: unknown): string => JSON.stringify(inKeyOrder(value));

/** A copy of plain data with the keys of its objects in order; a replacer of `JSON.stringify` takes three times as long. */
function inKeyOrder(value: unknown): unknown {
  if (typeof value !== 'object' || value === null) return value;
  if (Array.isArray(value)) return value.map(inKeyOrder);
  const ordered = Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1));
  return Object.fromEntries(ordered.map(([key, inner]) => [key, inKeyOrder(inner)]));
}

/** SHA-256 of the canonical JSON of a value, in hexadecimal. */
export const hashOf = (value: unknown): string => bytesToHex(sha256(utf8ToBytes(canonicalJson(value))));

/** A key short enough to print on a sheet, long enough never to meet its double in one shop. */
export const shortKey = (value: unknown): string => hashOf(value).slice(0, 16);
