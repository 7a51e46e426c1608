import { hashOf } from '@rapid-jig/core';
import type { Stored, Written } from '@rapid-jig/contract';
import { idTaken, notFound, versionConflict } from '../api-error';

/**
 * Judges a write of a document by the version its writer read (0 for a new one): null where it may go on; what is stored
 * where a stale write says the very same, for equal contents are no conflict. Else it is refused.
 */
export function sameOrConflict<T extends { readonly id: string }>(
  what: string,
  doc: T,
  version: number,
  found: Stored<T> | undefined,
): Written | null {
  if ((found?.version ?? 0) === version) return null;
  if (!found) throw notFound(what, doc.id);
  if (hashOf(found.doc) === hashOf(doc)) return { version: found.version };
  throw versionConflict(what, found);
}

/**
 * Of entries for a ledger those that it does not have yet, each once. An id that is there with the same content counts as done, with
 * other content it is refused.
 */
export function freshEntries<T extends { readonly id: string }>(known: readonly T[], entries: readonly T[]): T[] {
  const byId = new Map(known.map((entry) => [entry.id, entry]));
  return entries.filter((entry) => {
    const before = byId.get(entry.id);
    if (before && hashOf(before) !== hashOf(entry)) throw idTaken('entry of the ledger', entry.id);
    byId.set(entry.id, entry);
    return before === undefined;
  });
}
