import { toast } from 'sonner'
import type { Session } from '../../../../../bench/session.ts'

/** Says what pasted rows were taken for, with a way back. */
export function said(session: Session, words: string): void {
  toast(words, { action: { label: 'Undo', onClick: () => session.undo() } })
}

/** The same of rows that are laid over those of a list, from one on, and added past its end. */
export function laidWords(what: string, rows: number, from: number, before: number): string {
  const over = Math.max(0, Math.min(rows, before - from))
  const added = rows - over
  const parts = [
    over > 0 && `put over ${what} ${from + 1}${over > 1 ? ` to ${from + over}` : ''}`,
    added > 0 && `${added} added`,
  ].filter((p) => p !== false)
  return `Pasted: ${parts.join(', ')}`
}
