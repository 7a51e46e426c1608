import { eq } from 'drizzle-orm';
import {
  bladesNow,
  hashOf,
  inDrawerForm,
  TYPICAL_BLADES,
  TYPICAL_MACHINES,
  TYPICAL_SHOP,
  type Machines,
  type Shop,
} from '@rapid-jig/core';
import type { Drawer, Stored, Written } from '@rapid-jig/contract';
import type { Session } from '../db/database';
import { singletons } from '../db/schema';
import { versionConflict } from '../api-error';
import { listBladeMoves } from './blade-moves';

/** The documents there is one of, and what they hold before the maker has said anything (version 0). */
export interface Singletons {
  readonly shop: Shop;
  readonly drawer: Drawer;
  readonly machines: Machines;
}

const INITIAL: Singletons = {
  shop: TYPICAL_SHOP,
  drawer: { blades: TYPICAL_BLADES.map(inDrawerForm) },
  machines: TYPICAL_MACHINES,
};

export async function getSingleton<K extends keyof Singletons>(
  session: Session,
  name: K,
): Promise<Stored<Singletons[K]>> {
  const [row] = await session.select().from(singletons).where(eq(singletons.name, name));
  // Written only by putSingleton below, which takes nothing but this type.
  return row ? { version: row.version, doc: row.doc as Singletons[K] } : { version: 0, doc: INITIAL[name] };
}

export async function putSingleton<K extends keyof Singletons>(
  session: Session,
  name: K,
  doc: Singletons[K],
  version: number,
): Promise<Written> {
  const found = await getSingleton(session, name);
  const isSame = hashOf(found.doc) === hashOf(doc);
  if (found.version !== version && isSame) return { version: found.version };
  if (found.version !== version) throw versionConflict(name, found);
  const values = { name, version: version + 1, doc };
  await session.insert(singletons).values(values).onConflictDoUpdate({ target: singletons.name, set: values });
  return { version: values.version };
}

/** What plans, sheets and charts are made with beside their templates, as it is stored now. */
export const shopAndDrawer = async (session: Session) => ({
  shop: (await getSingleton(session, 'shop')).doc,
  drawer: bladesNow((await getSingleton(session, 'drawer')).doc.blades, await listBladeMoves(session)),
});
