import { fireEvent, render, screen } from '@testing-library/react'
import { describe, expect, it, vi } from 'vitest'
import { EntryField } from './EntryField.tsx'

function setUp() {
  const onKeep = vi.fn<(text: string) => void>()
  const onDraft = vi.fn<(text: string | undefined) => void>()
  render(<EntryField aria-label="size" shown="12.000" text="12" onKeep={onKeep} onDraft={onDraft} />)
  const field = screen.getByRole<HTMLInputElement>('textbox', { name: 'size' })
  return { field, onKeep, onDraft }
}

describe('a field that shows one thing and edits another', () => {
  it('puts the text in, all of it selected, when it is entered', () => {
    const { field, onDraft } = setUp()
    expect(field).toHaveValue('12.000')
    fireEvent.focus(field)
    expect(field).toHaveValue('12')
    expect([field.selectionStart, field.selectionEnd]).toEqual([0, 2])
    expect(onDraft).toHaveBeenLastCalledWith('12')
  })
  it('keeps what was typed when it is left, once', () => {
    const { field, onKeep, onDraft } = setUp()
    fireEvent.focus(field)
    fireEvent.change(field, { target: { value: '15' } })
    fireEvent.blur(field)
    expect(onKeep).toHaveBeenCalledExactlyOnceWith('15')
    expect(onDraft).toHaveBeenLastCalledWith(undefined)
    expect(field).toHaveValue('12.000')
  })
  it('keeps nothing that is as it was', () => {
    const { field, onKeep } = setUp()
    fireEvent.focus(field)
    fireEvent.change(field, { target: { value: '15' } })
    fireEvent.change(field, { target: { value: '12' } })
    fireEvent.blur(field)
    expect(onKeep).not.toHaveBeenCalled()
  })
  it('goes back with Escape', () => {
    const { field, onKeep } = setUp()
    field.focus()
    fireEvent.change(field, { target: { value: '15' } })
    fireEvent.keyDown(field, { key: 'Escape' })
    expect(onKeep).not.toHaveBeenCalled()
    expect(field).not.toHaveFocus()
    expect(field).toHaveValue('12.000')
  })
  it('keeps with Enter', () => {
    const { field, onKeep } = setUp()
    field.focus()
    fireEvent.change(field, { target: { value: '1 3/8 in' } })
    fireEvent.keyDown(field, { key: 'Enter' })
    expect(onKeep).toHaveBeenCalledExactlyOnceWith('1 3/8 in')
  })
  it('lets a key be dealt with before its own', () => {
    const onKeep = vi.fn<(text: string) => void>()
    render(
      <EntryField
        aria-label="own"
        shown="1"
        text="1"
        onKeep={onKeep}
        onKey={(e, keep) => {
          if (e.key !== 'Enter') return false
          keep()
          return true
        }}
      />,
    )
    const field = screen.getByRole('textbox', { name: 'own' })
    field.focus()
    fireEvent.change(field, { target: { value: '2' } })
    fireEvent.keyDown(field, { key: 'Enter' })
    expect(onKeep).toHaveBeenCalledExactlyOnceWith('2')
    expect(field).toHaveFocus()
  })
})
