import type { Schema } from 'joi';
import { err, ok, type Result } from '@rapid-jig/core';
import type { ApiFault } from './api';

/** Checks something from outside against a schema; the fault names the field and the rule it broke. */
export function check<T>(schema: Schema<T>, value: unknown): Result<T, ApiFault> {
  // Nothing is converted or dropped: what arrives is what was meant, or it is refused.
  const result = schema.required().validate(value, { convert: false, abortEarly: true });
  if (!result.error) return ok(result.value);
  const [detail] = result.error.details;
  return err({
    kind: 'invalid-request',
    message: detail?.message ?? result.error.message,
    where: detail?.path.join('.') || 'the whole request',
    hint: 'Correct this field and send it again.',
  });
}
