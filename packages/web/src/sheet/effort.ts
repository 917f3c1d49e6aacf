import { within, type Result, type TooMuch } from '@flexum/core/base'

/** Units of work that one change on the sheet may take: what the page can spend on its own thread, about a second at most. */
const SHEET_EFFORT = 1e7

/** Does what an edit of the sheet asks for, within what the page may spend on it. */
export const onSheet = <T>(work: () => T): Result<T, TooMuch> => within(SHEET_EFFORT, work)

/** What is said where an edit asks for more than that. */
export const sheetTooMuch = ({ on }: TooMuch): string =>
  `This sketch is too large for that while drawing: it was given up at ${on}. Part it into smaller sketches, or take constraints out.`
