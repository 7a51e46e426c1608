import { err, type Result } from '../result';
import { isRecord } from './doc';
import { openForm, toForm, type FormFault, type FormKind } from './forms';

/** Says what a file holds, so that another file is not taken for it. */
const MADE_BY = 'rapid-jig';

/** A document as a file: JSON that says what it holds and in which form. */
export const toFile = (kind: FormKind, doc: unknown): string =>
  `${JSON.stringify({ program: MADE_BY, kind, ...toForm(kind, doc) }, null, 1)}\n`;

/**
 * The document in a file that {@link toFile} has written, in the form of today. Its fields are checked where it is stored.
 * Errors: text that is no such file, a file of another kind, a form that only a newer version knows.
 */
export function fromFile<T>(kind: FormKind, text: string): Result<T, FormFault> {
  const parsed = parse(text);
  if (isRecord(parsed) && parsed['program'] === MADE_BY && parsed['kind'] === kind) return openForm<T>(kind, parsed);
  return err({
    kind: 'unreadable-form',
    message: `This file holds no ${kind} that the program has written.`,
    where: 'the file',
    hint: 'Choose a file that was saved as JSON on the page of what it holds.',
  });
}

function parse(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    // No JSON, so no file of ours.
    return null;
  }
}
