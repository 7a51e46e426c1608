import { createHash, randomBytes, randomInt, timingSafeEqual } from 'node:crypto';
import { eq } from 'drizzle-orm';
import type { Device, Pairing } from '@rapid-jig/contract';
import { ApiError } from './api-error';
import type { Database } from './db/database';
import { devices } from './db/schema';

/** The devices of the local network that were let in, and the code that lets in another. */
export interface Devices {
  /** Two groups of letters and figures, shown on the main computer; another one after each device. */
  code(): string;
  /** True where the key is that of a device that was let in. */
  knows(key: string): boolean;
  /** Calls `end` once the device with this key is turned out; returns how to forget about it. */
  whenTurnedOut(key: string, end: () => void): () => void;
  /** Lets a device in that asks from an address: the key it keeps. Throws `wrong-code`. */
  pair(asked: Pairing, address: string): Promise<string>;
  list(): Promise<Device[]>;
  turnOut(id: string): Promise<void>;
}

/** Wrong codes from one address before none is taken from it for a while; others are not held up by them. */
const MOST_TRIES = 5;
const PAUSE_MS = 60_000;
/** So many addresses are remembered, the last ones that guessed. */
const MOST_ADDRESSES = 1000;

/** None is taken for another when it is read from a screen. */
const LETTERS = 'ABCDEFGHJKMNPQRSTVWXYZ23456789';
const GROUP = 4;
/** Eight of thirty signs: a thousand guesses a second find it in a day with a likelihood of one in 7,000. */
const newCode = (): string => {
  const group = (): string => Array.from({ length: GROUP }, () => LETTERS[randomInt(LETTERS.length)]).join('');
  return `${group()}-${group()}`;
};
/** As it is compared: however it was written. */
const plain = (code: string): string => code.toUpperCase().replace(/[^A-Z0-9]/g, '');

const hashOf = (text: string): Buffer => createHash('sha256').update(text).digest();
const keyHashOf = (key: string): string => hashOf(key).toString('hex');

/** Wrong codes by the address they came from. */
function guessesByAddress() {
  const guesses = new Map<string, { tries: number; closedUntil: number }>();
  return {
    isClosed: (address: string, now: number): boolean => now < (guesses.get(address)?.closedUntil ?? 0),
    add: (address: string, now: number): void => {
      const tries = (guesses.get(address)?.tries ?? 0) + 1;
      guesses.delete(address);
      guesses.set(address, tries < MOST_TRIES ? { tries, closedUntil: 0 } : { tries: 0, closedUntil: now + PAUSE_MS });
      const [oldest] = guesses.keys();
      if (guesses.size > MOST_ADDRESSES && oldest !== undefined) guesses.delete(oldest);
    },
    forget: (address: string): void => void guesses.delete(address),
  };
}

export async function openDevices(db: Database, clock: () => Date): Promise<Devices> {
  const rows = await db.read((session) => session.select().from(devices));
  const known = new Map(rows.map(({ id, keyHash }) => [keyHash, id]));
  const open = new Map<string, Set<() => void>>();
  const guesses = guessesByAddress();
  let code = newCode();
  return {
    code: () => code,
    knows: (key) => known.has(keyHashOf(key)),
    whenTurnedOut: (key, end) => {
      const keyHash = keyHashOf(key);
      const ends = open.get(keyHash) ?? new Set();
      open.set(keyHash, ends.add(end));
      return () => {
        ends.delete(end);
        if (ends.size === 0) open.delete(keyHash);
      };
    },
    pair: async ({ code: said, name }, address) => {
      const now = clock().getTime();
      if (guesses.isClosed(address, now)) throw wrongCode('Too many wrong codes from this device. Wait a minute.');
      // Compared as hashes of one length and in one time, so that no answer tells how much of it was right.
      if (!timingSafeEqual(hashOf(plain(said)), hashOf(plain(code)))) {
        guesses.add(address, now);
        throw wrongCode('Look at the code once more: it stands on the main computer, under Shop.');
      }
      guesses.forget(address);
      code = newCode();
      const key = randomBytes(32).toString('base64url');
      const [id, keyHash] = [crypto.randomUUID(), keyHashOf(key)];
      await db.write((session) => session.insert(devices).values({ id, name, keyHash }));
      known.set(keyHash, id);
      return key;
    },
    list: () =>
      db.read((session) =>
        session.select({ id: devices.id, name: devices.name, addedAt: devices.addedAt }).from(devices),
      ),
    turnOut: async (id) => {
      await db.write((session) => session.delete(devices).where(eq(devices.id, id)));
      for (const [keyHash, own] of known) {
        if (own !== id) continue;
        known.delete(keyHash);
        for (const end of open.get(keyHash) ?? []) end();
      }
    },
  };
}

const wrongCode = (hint: string): ApiError =>
  new ApiError({ kind: 'wrong-code', message: 'This is not the code.', where: 'the code', hint });
