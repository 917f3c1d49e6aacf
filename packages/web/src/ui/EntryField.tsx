import { useLayoutEffect, useRef, useState, type InputHTMLAttributes, type KeyboardEvent } from 'react'

export interface EntryFieldProps extends Omit<
  InputHTMLAttributes<HTMLInputElement>,
  'value' | 'onChange' | 'onBlur' | 'onFocus' | 'onKeyDown'
> {
  /** What the field shows while nobody is in it. */
  readonly shown: string
  /** What is put in it to be edited when it is entered. */
  readonly text: string
  /** The field was left, or Enter pressed, with another text in it. */
  onKeep(text: string): void
  /** Follows the typing; undefined once the field is left. */
  onDraft?(draft: string | undefined): void
  onEntered?(): void
  /** A key before the field's own Enter and Escape; `keep` keeps at once what is typed. True when it was dealt with. */
  onKey?(e: KeyboardEvent<HTMLInputElement>, keep: () => void): boolean
}

/**
 * An input that shows one thing and edits another: entering selects all of the text, Enter or leaving keeps, Escape
 * goes back to what was there.
 */
export function EntryField({ shown, text, onKeep, onDraft, onEntered, onKey, ...input }: EntryFieldProps) {
  const field = useRef<HTMLInputElement>(null)
  const [draft, setDraft] = useState<string>()
  /** The draft as it is now, for handlers that come right after each other. */
  const live = useRef<string | undefined>(undefined)
  const entering = useRef(false)
  const editing = draft !== undefined
  useLayoutEffect(() => {
    if (editing) field.current?.select()
  }, [editing])

  const put = (next: string | undefined): void => {
    live.current = next
    setDraft(next)
    onDraft?.(next)
  }
  const keep = (): void => {
    const typed = live.current
    put(undefined)
    if (typed !== undefined && typed !== text) onKeep(typed)
  }
  return (
    <input
      ref={field}
      spellCheck={false}
      autoComplete="off"
      {...input}
      value={draft ?? shown}
      onMouseDown={() => {
        entering.current = document.activeElement !== field.current
      }}
      onMouseUp={(e) => {
        // The click that enters selects all; it does not put the caret.
        if (entering.current) e.preventDefault()
        entering.current = false
      }}
      onFocus={() => {
        put(text)
        onEntered?.()
      }}
      onChange={(e) => put(e.target.value)}
      onBlur={keep}
      onKeyDown={(e) => {
        if (onKey?.(e, keep)) return
        if (e.key === 'Enter') e.currentTarget.blur()
        if (e.key === 'Escape') {
          put(undefined)
          e.currentTarget.blur()
        }
      }}
    />
  )
}
