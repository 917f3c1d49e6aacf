const SMOOTH_KEY = 'flexum.smooth'

/**
 * Whether pictures are drawn with smooth edges, shadows, and a room for metals to mirror; without these, where there is no graphics chip,
 * the first is there in a third of the time, and each after it too.
 */
export function finePictures(): boolean {
  return localStorage.getItem(SMOOTH_KEY) !== 'off'
}

/** Finer or faster pictures, from the next time the Bench is opened. */
export function toggleFinePictures(): void {
  localStorage.setItem(SMOOTH_KEY, finePictures() ? 'off' : 'on')
}
