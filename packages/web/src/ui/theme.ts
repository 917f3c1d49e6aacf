/** The two sets of colours. */
export type Theme = 'flexum-day' | 'flexum-night'

const KEY = 'flexum.theme'
const listeners = new Set<(theme: Theme) => void>()

/** Tells whenever other colours are chosen; gives the way to stop. */
export function onTheme(listener: (theme: Theme) => void): () => void {
  listeners.add(listener)
  return () => listeners.delete(listener)
}

/** What was chosen last, else day. */
export function storedTheme(): Theme {
  return localStorage.getItem(KEY) === 'flexum-night' ? 'flexum-night' : 'flexum-day'
}

export function applyTheme(theme: Theme): void {
  document.documentElement.dataset['theme'] = theme
  localStorage.setItem(KEY, theme)
  for (const told of listeners) told(theme)
}

export function currentTheme(): Theme {
  return document.documentElement.dataset['theme'] === 'flexum-night' ? 'flexum-night' : 'flexum-day'
}

export function toggleTheme(): void {
  applyTheme(currentTheme() === 'flexum-day' ? 'flexum-night' : 'flexum-day')
}
