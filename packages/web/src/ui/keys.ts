const MOVING: readonly string[] = [
  'ArrowLeft',
  'ArrowRight',
  'ArrowUp',
  'ArrowDown',
  'Home',
  'End',
  'PageUp',
  'PageDown',
]

/** Whether what has the focus needs a key for itself: text fields every one, a tick or a button to be pressed, a slider to be moved. */
export function takesKey(target: EventTarget | null, key: string): boolean {
  const pressed = key === ' ' || key === 'Enter'
  if (target instanceof HTMLButtonElement) return pressed
  if (target instanceof HTMLTextAreaElement || target instanceof HTMLSelectElement) return true
  if (!(target instanceof HTMLInputElement)) return false
  if (target.type === 'checkbox') return key === ' '
  if (target.type === 'radio' || target.type === 'range') return key === ' ' || MOVING.includes(key)
  return true
}
