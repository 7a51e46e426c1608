/** Why a shop is not opened, in words for whoever started the program. */
export class OpenRefused extends Error {
  override readonly name = 'OpenRefused';
}

/** The code of a fault of the database or of the file system, looked for in what caused it too; null where there is none. */
export function codeOf(error: unknown): string | null {
  if (!(error instanceof Error)) return null;
  if ('code' in error && typeof error.code === 'string') return error.code;
  return codeOf(error.cause);
}

/** Codes of a disk without room. */
export const isDiskFull = (error: unknown): boolean => ['SQLITE_FULL', 'ENOSPC'].includes(codeOf(error) ?? '');

const CANNOT_WRITE = ['EACCES', 'EPERM', 'EROFS', 'SQLITE_READONLY', 'SQLITE_CANTOPEN', 'ENOTDIR', 'ENOENT'];
const NO_DATABASE = ['SQLITE_NOTADB', 'SQLITE_CORRUPT'];

/** Why a shop cannot be opened, for whoever started the program: what is wrong, where, and what to do. */
export function whyNotOpened(error: unknown, where: string): string {
  if (error instanceof OpenRefused) return `${where}: ${error.message}`;
  if (isDiskFull(error)) return `${where}: the disk is full. Make room and start again; nothing was changed.`;
  const code = codeOf(error) ?? '';
  if (NO_DATABASE.includes(code))
    return `${where} is no database of this program, or it is damaged. Restore it from a backup, or move it away to begin anew; it was not touched.`;
  if (code === 'EEXIST')
    return `${where} is a file, and a folder is wanted there. Move it, or set RAPID_JIG_DATA to a folder.`;
  const text = error instanceof Error ? error.message : String(error);
  if (CANNOT_WRITE.some((one) => code.startsWith(one)) || text.includes('Unable to open connection'))
    return `${where} cannot be written. Give this program the right to write there, or set RAPID_JIG_DATA to another folder.`;
  return `${where}: ${text}`;
}

/** True of the fault of a file or folder that is not there; by its code alone, for it need not be an `Error` of the realm that catches it. */
export const isMissing = (error: unknown): boolean =>
  typeof error === 'object' && error !== null && 'code' in error && error.code === 'ENOENT';
