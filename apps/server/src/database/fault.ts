/** A database that cannot be used as it is. The message is for the person who started the server. */
export class DatabaseError extends Error {}

/** What SQLite says of a file that is itself damaged, or none of its own. */
const DAMAGED = ['SQLITE_CORRUPT', 'SQLITE_NOTADB'];

/** Whether the file itself is at fault, and not the disk or who may use it. */
export function isDamage(error: unknown): boolean {
  const code = codeOf(error);
  return DAMAGED.some((each) => code.startsWith(each));
}

const FULL = /^(?:SQLITE_FULL|ENOSPC|EDQUOT)/u;
const SHUT = /^(?:SQLITE_READONLY|SQLITE_CANTOPEN|SQLITE_PERM|EROFS|EACCES|EPERM)/u;

/** Why a data folder cannot be used, and what to do. */
export function faultInWords(folder: string, error: unknown): string {
  const code = codeOf(error);
  const kept = 'Nothing was started, and what is stored is as it was.';
  if (FULL.test(code))
    return `The disk with the data folder ${folder} is full. ${kept} Free some space and start again.`;
  if (SHUT.test(code))
    return `The data folder ${folder} cannot be written to (${code}). ${kept} Let Gully write there, or choose another GULLY_DATA_DIR.`;
  const words = error instanceof Error ? error.message : String(error);
  return `The data folder ${folder} cannot be used: ${words}. ${kept}`;
}

/**
 * What is wrong where a running server could not write, and what to do about it.
 *
 * @param error what was thrown, or its code
 * @returns undefined where it is not for want of space or of rights
 */
export function refusalInWords(error: unknown): { readonly what: string; readonly todo: string } | undefined {
  const code = typeof error === 'string' ? error : codeOf(error);
  if (FULL.test(code)) return { what: 'The disk is full', todo: 'Free some space' };
  if (SHUT.test(code)) return { what: 'The data folder cannot be written to', todo: 'Let Gully write there' };
  return undefined;
}

/** Of the system or of SQLite, wherever a library has put it. */
function codeOf(error: unknown): string {
  if (typeof error !== 'object' || error === null) return '';
  if ('code' in error && typeof error.code === 'string') return error.code;
  return 'driverError' in error ? codeOf(error.driverError) : '';
}
