import type {
  BladeMoves,
  AfterCutting,
  Backups,
  LocalNetwork,
  Names,
  PlanChecked,
  StockMoves,
  Stored,
  StoredCard,
  StoredEvents,
  StoredRack,
  StoredRun,
  StoredTemplate,
  Written,
} from '@rapid-jig/contract';
import type { Template, TemplateRevision } from '@rapid-jig/core';

/** Tells whether an answer is what was promised: a `200` whose body was cut off, or is another program's, counts for nothing. */
export type Promised<T> = (body: unknown) => body is T;

const isObject = (body: unknown): body is Readonly<Record<string, unknown>> =>
  typeof body === 'object' && body !== null && !Array.isArray(body);
const listOf =
  <T>(isOne: Promised<T>) =>
  (body: unknown): body is T[] =>
    Array.isArray(body) && body.every(isOne);

export const hasId = (body: unknown): body is { readonly id: string } =>
  isObject(body) && typeof body['id'] === 'string';

export const isWritten = (body: unknown): body is Written => isObject(body) && typeof body['version'] === 'number';
export const isStored = <T>(body: unknown): body is Stored<T> => isWritten(body) && 'doc' in body && isObject(body.doc);
export const isTemplate = (body: unknown): body is Template =>
  hasId(body) && 'parts' in body && Array.isArray(body.parts);
export const isStoredTemplate = (body: unknown): body is StoredTemplate =>
  isStored(body) && 'revision' in body && isTemplate(body.doc);
export const isStoredRun = (body: unknown): body is StoredRun =>
  isStored(body) && 'startedAt' in body && hasId(body.doc);
export const areCards = listOf(
  (body): body is StoredCard => isWritten(body) && 'revision' in body && 'card' in body && hasId(body.card),
);
export const areRuns = listOf(isStoredRun);
const areWithIds = listOf(hasId);
export const areNames = (body: unknown): body is Names =>
  isObject(body) && areWithIds(body['runs']) && areWithIds(body['templates']);
export const areRevisions = listOf(
  (body): body is TemplateRevision => isObject(body) && 'revision' in body && isTemplate(body['template']),
);
export const isEvents = (body: unknown): body is StoredEvents =>
  isObject(body) && areWithIds(body['events']) && 'startedAt' in body && typeof body['upTo'] === 'number';
export const isPlanChecked = (body: unknown): body is PlanChecked => isObject(body) && Array.isArray(body['wrong']);
export const isMoves = (body: unknown): body is StockMoves => isObject(body) && areWithIds(body['moves']);
export const isBladeMoves = (body: unknown): body is BladeMoves => isObject(body) && areWithIds(body['moves']);
export const isRack = (body: unknown): body is StoredRack =>
  isMoves(body) && 'items' in body && listOf(isStored)(body.items);
export const isAfterCutting = (body: unknown): body is AfterCutting =>
  isEvents(body) && 'rack' in body && isRack(body.rack);
export const isNetwork = (body: unknown): body is LocalNetwork =>
  isObject(body) && typeof body['code'] === 'string' && areWithIds(body['devices']);
export const isBackups = (body: unknown): body is Backups =>
  isObject(body) && typeof body['folder'] === 'string' && Array.isArray(body['backups']);
export const isNothing = (body: unknown): body is null => body === null;
