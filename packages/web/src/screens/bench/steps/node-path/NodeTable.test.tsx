import { act, fireEvent, screen } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import { STARTERS, type NodePathStep } from '@flexum/core/recipe'
import { partOf, selectionOf, type Session } from '../../../../bench/session.ts'
import { onBench, settled } from '../../../../../testing/bench.tsx'
import { StationSteps } from '../../inspector/StationSteps.tsx'

const angle = STARTERS.angle.make('Angle')
const cell = (column: string, node: number): HTMLInputElement =>
  screen.getByRole('textbox', { name: `${column} of node ${node}` })
const nodesOf = (s: Session): NodePathStep['nodes'] =>
  (partOf(s.store.getState()).steps[0] as NodePathStep).nodes
const type = (field: HTMLInputElement, text: string, key?: string): void => {
  field.focus()
  fireEvent.change(field, { target: { value: text } })
  if (key) fireEvent.keyDown(field, { key })
}
const figure = (label: string): string => screen.getByText(label).nextElementSibling!.textContent

describe('the node table', () => {
  it('shows what nodes come to, and changes them as typed', async () => {
    const { session } = await onBench(angle, <StationSteps station="path" empty={null} />)
    expect(cell('x', 2)).toHaveValue('200')
    expect(cell('bend radius', 2)).toHaveValue('30')
    expect(figure('Path length')).toBe('337.124 mm')
    type(cell('x', 2), '20 cm + 10')
    fireEvent.blur(cell('x', 2))
    await settled()
    expect(nodesOf(session)[1]!.x).toBe('20 cm + 10')
    expect(cell('x', 2)).toHaveValue('210')
  })
  it('shows what is typed where that could not be worked out, not what came of it before', async () => {
    const { session } = await onBench(angle, <StationSteps station="path" empty={null} />)
    type(cell('x', 2), '2 * 105')
    fireEvent.blur(cell('x', 2))
    await settled()
    expect(cell('x', 2)).toHaveValue('210')
    const broken = { kind: 'broken', at: undefined, error: 'x' } as const
    act(() => session.store.setState({ problem: broken }))
    expect(cell('x', 2)).toHaveValue('2 * 105')
    act(() => session.store.setState({ problem: undefined }))
    expect(cell('x', 2)).toHaveValue('210')
  })
  it('goes down with Enter and adds a node at the end', async () => {
    const { session } = await onBench(angle, <StationSteps station="path" empty={null} />)
    type(cell('y', 2), '5', 'Enter')
    await settled()
    expect(cell('y', 3)).toHaveFocus()
    type(cell('y', 3), '150', 'Enter')
    await settled()
    expect(nodesOf(session)).toHaveLength(4)
    expect(cell('x', 4)).toHaveFocus()
  })
  it('adds no node after what cannot be read, and marks the cell', async () => {
    const { session } = await onBench(angle, <StationSteps station="path" empty={null} />)
    type(cell('x', 3), '12 kg')
    expect(screen.getByText(/"12 kg" is a mass; a length is needed here/)).toBeVisible()
    fireEvent.keyDown(cell('x', 3), { key: 'Enter' })
    await settled()
    expect(nodesOf(session)).toHaveLength(3)
    fireEvent.blur(cell('x', 3))
    expect(cell('x', 3)).toBeInvalid()
    expect(screen.getByText('Last good figures')).toBeVisible()
    expect(screen.getByRole('button', { name: 'Choose node 3, it has a finding' })).toBeVisible()
  })
  it('walks by arrow keys, and moves rows with Alt', async () => {
    const { session } = await onBench(angle, <StationSteps station="path" empty={null} />)
    cell('z', 2).focus()
    fireEvent.keyDown(cell('z', 2), { key: 'ArrowDown' })
    await settled()
    expect(cell('z', 3)).toHaveFocus()
    cell('z', 3).setSelectionRange(0, 0)
    fireEvent.keyDown(cell('z', 3), { key: 'ArrowLeft' })
    await settled()
    expect(cell('y', 3)).toHaveFocus()
    fireEvent.keyDown(cell('y', 3), { key: 'ArrowUp', altKey: true })
    await settled()
    expect(nodesOf(session).map((n) => n.id)).toEqual(['n1', 'n3', 'n2'])
    expect(cell('y', 2)).toHaveFocus()
  })
  it('takes rows from a spreadsheet as one step to undo', async () => {
    const { session } = await onBench(angle, <StationSteps station="path" empty={null} />)
    cell('x', 2).focus()
    fireEvent.paste(cell('x', 2), {
      clipboardData: { getData: () => '120\t0\t0\t20\n120\t80\t0\t20\n0\t80\t0\n' },
    })
    await settled()
    expect(nodesOf(session)).toHaveLength(4)
    expect(figure('Path length')).toBe(`${(100 + 40 + 100 + 20 * Math.PI).toFixed(3)} mm`)
    session.undo()
    await settled()
    expect(nodesOf(session)).toHaveLength(3)
  })
  it('makes a corner sharp when its radius is emptied, and reverses and closes the path', async () => {
    const { session } = await onBench(angle, <StationSteps station="path" empty={null} />)
    type(cell('bend radius', 2), '')
    fireEvent.blur(cell('bend radius', 2))
    await settled()
    expect(figure('Path length')).toBe('350.000 mm')
    fireEvent.click(screen.getByRole('button', { name: 'Reverse' }))
    fireEvent.click(screen.getByRole('checkbox', { name: 'Closed' }))
    await settled()
    expect(nodesOf(session).map((n) => n.id)).toEqual(['n3', 'n2', 'n1'])
    expect(figure('Path length')).toBe('600.000 mm')
  })
  it('removes nodes and says which one is chosen', async () => {
    const { session } = await onBench(angle, <StationSteps station="path" empty={null} />)
    fireEvent.click(screen.getByRole('button', { name: 'Choose node 2' }))
    expect(selectionOf(session.store.getState()).node).toBe('n2')
    fireEvent.click(screen.getByRole('button', { name: 'Remove node 2' }))
    await settled()
    expect(nodesOf(session).map((n) => n.id)).toEqual(['n1', 'n3'])
    expect(figure('Path length')).toBe('250.000 mm')
  })
  it('offers the change that cures a finding', async () => {
    await onBench(angle, <StationSteps station="path" empty={null} />)
    type(cell('bend radius', 2), '400')
    fireEvent.blur(cell('bend radius', 2))
    await settled()
    fireEvent.click(screen.getByRole('button', { name: 'Use radius 150 at node 2' }))
    await settled()
    expect(cell('bend radius', 2)).toHaveValue('150')
    expect(screen.queryByRole('button', { name: /Use radius/ })).toBeNull()
  })
})
