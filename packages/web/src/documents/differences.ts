import { hasSameContent } from '@rapid-jig/core';

/** The fields in which two versions of a document differ. */
export const fieldDifferences = <T extends object>(mine: T, theirs: T): (keyof T & string)[] =>
  // The keys of a document are those of its type.
  (Object.keys(mine) as (keyof T & string)[]).filter((field) => !hasSameContent(mine[field], theirs[field]));
