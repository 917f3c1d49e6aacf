/** Why a database cannot be used, in one sentence for whoever starts the server. */
export class CannotOpen extends Error {}

/** The code of a failure of the database or the file system, wherever in the chain of causes it stands; '' for none. */
export function codeOf(error: unknown): string {
  let e = error
  // Drivers wrap each other a few times over.
  for (let i = 0; i < 6 && typeof e === 'object' && e !== null; i++) {
    const { code, cause } = e as { readonly code?: unknown; readonly cause?: unknown }
    if (typeof code === 'string' && (code.startsWith('SQLITE_') || /^E[A-Z]+$/.test(code))) return code
    e = cause
  }
  return ''
}

/** Another writer holds the database just now; trying again may do. */
export const isBusy = (error: unknown): boolean => /^SQLITE_(BUSY|LOCKED)/.test(codeOf(error))

/** There is no room left. */
export const isFull = (error: unknown): boolean => /^(SQLITE_FULL|ENOSPC|EDQUOT)/.test(codeOf(error))

/** The database cannot be read or written at all just now. */
export const isAway = (error: unknown): boolean =>
  /^SQLITE_(READONLY|IOERR|CANTOPEN|CORRUPT|NOTADB)|^(EROFS|EACCES|EIO)/.test(codeOf(error))
