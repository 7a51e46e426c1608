import { createHash, randomBytes, randomInt, timingSafeEqual } from 'node:crypto';
import { eq } from 'drizzle-orm';
import type { Device, Pairing } from '@rapid-jig/contract';
import { ApiError } from './api-error';
import type { Database } from './db/database';
import { devices } from './db/schema';

/** The devices of the local network that were let in, and the code that lets in another. */
export interface Devices {
  /** Six figures, shown on the main computer; another one after each device, and after too many wrong ones. */
  code(): string;
  /** True where the key is that of a device that was let in. */
  knows(key: string): boolean;
  /** Lets a device in: the key it keeps. Throws `wrong-code`. */
  pair(asked: Pairing): Promise<string>;
  list(): Promise<Device[]>;
  turnOut(id: string): Promise<void>;
}

/** Wrong codes, from whatever device, before a new code is made and none is taken for a while. */
const MOST_TRIES = 5;
const PAUSE_MS = 60_000;

const hashOf = (text: string): Buffer => createHash('sha256').update(text).digest();
const newCode = (): string => String(randomInt(1_000_000)).padStart(6, '0');

export async function openDevices(db: Database, clock: () => Date): Promise<Devices> {
  const rows = await db.read((session) => session.select().from(devices));
  const known = new Map(rows.map(({ id, keyHash }) => [keyHash, id]));
  let code = newCode();
  let tries = 0;
  let closedUntil = 0;
  return {
    code: () => code,
    knows: (key) => known.has(hashOf(key).toString('hex')),
    pair: async ({ code: said, name }) => {
      const now = clock().getTime();
      if (now < closedUntil) throw wrongCode('Too many wrong codes. Wait a minute; the code has changed.');
      // Compared as hashes of one length and in one time, so that no answer tells how much of it was right.
      if (!timingSafeEqual(hashOf(said.trim()), hashOf(code))) {
        if (++tries >= MOST_TRIES) [tries, code, closedUntil] = [0, newCode(), now + PAUSE_MS];
        throw wrongCode('Look at the code once more: it stands on the main computer, under Shop.');
      }
      [tries, code] = [0, newCode()];
      const key = randomBytes(32).toString('base64url');
      const keyHash = hashOf(key).toString('hex');
      const id = crypto.randomUUID();
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
      for (const [keyHash, own] of known) if (own === id) known.delete(keyHash);
    },
  };
}

const wrongCode = (hint: string): ApiError =>
  new ApiError({ kind: 'wrong-code', message: 'This is not the code.', where: 'the code', hint });
