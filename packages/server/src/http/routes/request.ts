import { json, type Request } from 'express';
import Joi, { type Schema } from 'joi';
import { check } from '@rapid-jig/contract';
import { ApiError } from '../../api-error';

const idSchema = Joi.string().uuid();

/** What came in, checked; throws the fault that names the field. */
export function checked<T>(schema: Schema<T>, value: unknown): T {
  const result = check(schema, value);
  if (!result.ok) throw new ApiError(result.error);
  return result.value;
}

export const idOf = (request: Request): string => checked(idSchema, request.params['id']);

/** The document in the body; its own id must be the one in the address. */
export function documentOf<T extends { readonly id: string }>(request: Request, schema: Schema<T>): T {
  const doc = checked(schema, request.body);
  if (doc.id === idOf(request)) return doc;
  throw new ApiError({
    kind: 'invalid-request',
    message: 'The document has another id than the address.',
    where: 'id',
    hint: 'Send it to its own address.',
  });
}

/** Drawings and the parts read from them are large; nothing else is. */
export const LARGE_BODY = json({ limit: '32mb' });
export const SMALL_BODY = json({ limit: '1mb' });
