import { createHash } from 'node:crypto';
import type { IncomingMessage } from 'node:http';
import { json, raw, type Request, type Response } from 'express';
import Joi, { type Schema } from 'joi';
import { check } from '@rapid-jig/contract';
import { ApiError } from '../../api-error';
import { readBody, type BodyTask, type LargeBodies } from '../../heavy/large-bodies';
import type { Heavy } from '../../heavy/pool';
import type { Write } from '../../store/writes';

const idSchema = Joi.string().uuid();

/** What came in, checked; throws the fault that names the field. */
export function checked<T>(schema: Schema<T>, value: unknown): T {
  const result = check(schema, value);
  if (!result.ok) throw new ApiError(result.error);
  return result.value;
}

export const idOf = (request: Request): string => checked(idSchema, request.params['id']);

/** A body below so many bytes is read at once: that takes less time than handing it to a worker. */
const READ_HERE = 50_000;

/** A body of bytes that may be large, read and checked beside the thread that answers; throws the fault that names the field. */
export async function checkedLarge<K extends keyof LargeBodies>(
  name: K,
  request: Request,
  { readBody: inWorker }: Pick<Heavy, 'readBody'>,
): Promise<LargeBodies[K]> {
  const bytes = Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0);
  const task: BodyTask<K> = { name, bytes };
  const read = bytes.length < READ_HERE ? readBody(task) : await inWorker(task);
  if (!read.ok) throw new ApiError(read.fault);
  // What the schema of this name lets through.
  return read.value as LargeBodies[K];
}

/** The document in the body; its own id must be the one in the address. */
export function documentOf<T extends { readonly id: string }>(request: Request, schema: Schema<T>): T {
  const doc = checked(schema, request.body);
  refuseOtherId(doc.id, idOf(request));
  return doc;
}

export function refuseOtherId(own: string, addressed: string): void {
  if (own === addressed) return;
  throw new ApiError({
    kind: 'invalid-request',
    message: 'The document has another id than the address.',
    where: 'id',
    hint: 'Send it to its own address.',
  });
}

/** SHA-256 of each body as it came, for telling whether a write is said again. */
const bodyHashes = new WeakMap<IncomingMessage, string>();
const verify = (request: IncomingMessage, _response: unknown, body: Buffer): void =>
  void bodyHashes.set(request, createHash('sha256').update(body).digest('hex'));

export const SMALL_BODY = json({ limit: '1mb', verify });
/** What is large comes as bytes, to be read by a worker; how large it may be goes by its kind, before any of it is read. */
const largeJson = (limit: string) => raw({ limit, type: 'application/json', verify });
/** Drawings with the parts read from them (our choice: half of what held the program for seconds). */
export const TEMPLATE_BYTES = largeJson('16mb');
/** Tables of stock and its moves, layouts of boards, patterns asked for (our choice). */
export const TABLE_BYTES = largeJson('8mb');
/** A photo that was scaled down, in base64. */
export const PHOTO_BODY = json({ limit: '3mb', verify });
export const BYTES_BODY = raw({ limit: '10mb', type: 'application/octet-stream', verify });

/** The write that a request is: without a key it is refused, for it could not be told from the same one said again. */
export function writeOf(request: Request): Write {
  const key = request.headers['idempotency-key'];
  if (typeof key !== 'string' || idSchema.validate(key).error)
    throw new ApiError({
      kind: 'key-missing',
      message: 'A write must carry a key of its own, so that it is done once however often it is sent.',
      where: 'Idempotency-Key',
      hint: 'Send a new UUID with each write, and the same one when it is sent again.',
    });
  const { method, originalUrl, headers } = request;
  const content = [method, originalUrl, headers['if-match'] ?? '', bodyHashes.get(request) ?? ''].join(' ');
  return { key, contentHash: createHash('sha256').update(content).digest('hex') };
}

/** Ends when whoever asked goes away before the answer. */
export function goneSignal(response: Response): AbortSignal {
  const gone = new AbortController();
  // Of the response: a request is closed as soon as its body has been read.
  response.on('close', () => {
    if (!response.writableEnded) gone.abort();
  });
  return gone.signal;
}
