/** What a function that can fail in front of a user returns: the value, or a named reason. */
export type Result<T, E> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly error: E };

/** The value, as a result. */
export const ok = <T>(value: T): Result<T, never> => ({ ok: true, value });
/** A named reason, as a result. */
export const err = <E>(error: E): Result<never, E> => ({ ok: false, error });

/** A fault told to a user: `kind` for programs, the rest for people. */
export interface Fault<K extends string> {
  readonly kind: K;
  /** What is wrong, in one sentence. */
  readonly message: string;
  /** Where it is wrong: the part, the element, the field. */
  readonly where: string;
  /** What to do about it. */
  readonly hint: string;
}

/** For the end of an exhaustive switch: a new case that is not handled fails to compile here. */
export function unreachable(value: never): never {
  throw new Error(`a case was not handled: ${JSON.stringify(value)}`);
}

/** Throws when a caller breaks a promise about a raw number; the message names the parameter, its value and unit. */
export function requireAbove(limit: number, value: number, name: string, unit: string): void {
  if (!Number.isFinite(value) || value <= limit) {
    throw new RangeError(`${name} must be a number above ${String(limit)} ${unit}, got ${String(value)}`);
  }
}
