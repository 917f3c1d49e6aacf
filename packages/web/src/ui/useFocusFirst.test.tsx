import { render, screen } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import { useFocusFirst } from './useFocusFirst.ts'

function Panel() {
  const opened = useFocusFirst<HTMLDivElement>()
  return (
    <div ref={opened}>
      <p>Words</p>
      <input aria-label="First" />
      <button type="button">Second</button>
    </div>
  )
}
const page = (open: boolean) => (
  <>
    <button type="button">Opener</button>
    {open && <Panel />}
  </>
)

describe('what has just opened', () => {
  it('has the focus in its first field, and gives it back', () => {
    const { rerender } = render(page(false))
    const opener = screen.getByRole('button', { name: 'Opener' })
    opener.focus()
    rerender(page(true))
    expect(document.activeElement).toBe(screen.getByLabelText('First'))
    rerender(page(false))
    expect(document.activeElement).toBe(opener)
  })
})
