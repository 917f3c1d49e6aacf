import { fireEvent, render, screen } from '@testing-library/react'
import { describe, expect, it, vi } from 'vitest'
import { Menu } from './Menu.tsx'

function setUp() {
  const first = vi.fn<() => void>()
  const second = vi.fn<() => void>()
  render(
    <Menu
      name="More"
      label="…"
      items={[
        { label: 'First', onSelect: first },
        'rule',
        { label: 'Off', disabled: true, onSelect: first },
        { label: 'Second', checked: true, onSelect: second },
      ]}
    />,
  )
  return { button: screen.getByRole('button', { name: 'More' }), first, second }
}

describe('a menu', () => {
  it('opens on its button with the first line in focus, and closes after a choice', () => {
    const { button, first } = setUp()
    expect(screen.queryByRole('menu')).toBeNull()
    fireEvent.click(button)
    expect(button).toHaveAttribute('aria-expanded', 'true')
    expect(screen.getByRole('menuitem', { name: 'First' })).toHaveFocus()
    fireEvent.click(screen.getByRole('menuitem', { name: 'First' }))
    expect(first).toHaveBeenCalledOnce()
    expect(screen.queryByRole('menu')).toBeNull()
    expect(button).toHaveFocus()
  })
  it('is walked by arrow keys past what is off, and closed by Escape', () => {
    const { button } = setUp()
    fireEvent.click(button)
    fireEvent.keyDown(screen.getByRole('menu'), { key: 'ArrowDown' })
    expect(screen.getByRole('menuitemradio', { name: /Second/ })).toHaveFocus()
    fireEvent.keyDown(screen.getByRole('menu'), { key: 'ArrowUp' })
    expect(screen.getByRole('menuitem', { name: 'First' })).toHaveFocus()
    fireEvent.keyDown(screen.getByRole('menu'), { key: 'Escape' })
    expect(screen.queryByRole('menu')).toBeNull()
    expect(button).toHaveFocus()
  })
  it('tells which line is in force, and closes when something else is pressed', () => {
    const { button } = setUp()
    fireEvent.click(button)
    expect(screen.getByRole('menuitemradio', { name: /Second/ })).toBeChecked()
    fireEvent.pointerDown(document.body)
    expect(screen.queryByRole('menu')).toBeNull()
  })
})
