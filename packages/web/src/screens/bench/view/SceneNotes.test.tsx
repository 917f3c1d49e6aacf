import { fireEvent, render, screen } from '@testing-library/react'
import { describe, expect, it, vi } from 'vitest'
import { createStore } from 'zustand'
import { STARTERS, startHistory } from '@flexum/core/recipe'
import { BenchContext, type BenchContextValue } from '../context.ts'
import { SceneNotes } from './SceneNotes.tsx'

const part = STARTERS.straight.make('Bar')
const again = vi.fn()
function show(state: object): void {
  const store = createStore(() => ({
    history: startHistory(part, { station: 'path', step: null, node: null }),
    preview: undefined,
    working: false,
    progress: undefined,
    result: undefined,
    ...state,
  }))
  const bench = { session: { store, tryAgain: again, cancelWork: vi.fn() } } as unknown as BenchContextValue
  render(
    <BenchContext.Provider value={bench}>
      <SceneNotes stale={false} noPicture={undefined} empty={false} />
    </BenchContext.Provider>,
  )
}

describe('notes of the picture', () => {
  it('say what broke off, that nothing is lost, and try again; the library’s words only when asked for', () => {
    show({
      result: { steps: [] },
      problem: { kind: 'broken', at: 'Run', error: 'Unserializable return value' },
    })
    const note = screen.getByRole('alert', { name: 'The working out of this part' })
    expect(note).toHaveTextContent('“Run” could not be worked out')
    expect(note).toHaveTextContent('what you typed is kept')
    expect(note).toHaveTextContent('The picture shows the last good result.')
    expect(screen.getByText('Unserializable return value')).not.toBeVisible()
    fireEvent.click(screen.getByRole('button', { name: 'Try again' }))
    expect(again).toHaveBeenCalledOnce()
  })
  it('do not promise a picture where there never was one', () => {
    show({ problem: { kind: 'broken', at: undefined, error: 'x' } })
    expect(screen.getByRole('alert')).toHaveTextContent('This part could not be worked out')
    expect(screen.getByRole('alert')).toHaveTextContent('There is no picture yet.')
  })
  it('tell work that was stopped from work that broke off', () => {
    show({ result: { steps: [] }, problem: { kind: 'stopped' } })
    expect(screen.queryByRole('alert')).toBeNull()
    expect(screen.getByRole('status')).toHaveTextContent('Stopped.')
  })
})
