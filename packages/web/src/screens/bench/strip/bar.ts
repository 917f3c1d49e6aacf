/** Where the bar is drawn on the strip, px. */
export const BAR_TOP = 46
export const BAR_HEIGHT = 27

/** Width a monospaced character takes, px, for deciding what fits. */
const CHARACTER = 7.3

/** Whether a text has room between two places. */
export function fits(text: string, from: number, to: number): boolean {
  return to - from > text.length * CHARACTER + 6
}
