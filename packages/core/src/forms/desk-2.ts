import { utf8ToBytes } from '@noble/hashes/utils.js';
import { isRecord, type Doc } from './doc';

/** Form 2: the drawing on a desk is kept byte for byte beside its text. */
export function deskWithBytes(desk: Doc): Doc {
  const { file } = desk;
  if (!isRecord(file)) return desk;
  const text = typeof file['text'] === 'string' ? file['text'] : '';
  return { ...desk, file: { ...file, bytes: utf8ToBytes(text) } };
}
